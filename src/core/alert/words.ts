import { capital } from "../capital";
import { bandLabel, formatFrequency } from "../band";

/** What of a station an operator is told who is called. */
export interface AlertFacts {
  readonly call: string;
  readonly frequencyHz: number;
  readonly band: string;
  readonly mode: string;
  readonly submode: string | null;
  /** What it brings, as "fresh: Bouvet"; null where nothing is known. */
  readonly why: string | null;
  readonly chance: string;
  readonly reason: string;
}

/** "P5QUZ, 20 m CW, 14 025.00 kHz". */
export function alertTitle({ call, frequencyHz, band, mode, submode }: AlertFacts): string {
  return `${call}, ${bandLabel(band)} ${submode ?? mode}, ${formatFrequency(frequencyHz)} kHz`;
}

/** "Fresh: North Korea. Chance good: LU5QTN heard it just now, 210 km from here." */
export function alertText({ why, chance, reason }: AlertFacts): string {
  const parts = [why, `chance ${chance}: ${reason}`].filter((part) => part !== null);
  return parts.map((part) => `${capital(part)}.`).join(" ");
}

/** What is sent for a test. */
export const TEST_MESSAGE = { subject: "A test", text: "This is how you are called by e-mail." } as const;

/** Letters of the ITU's spelling table, Radio Regulations, appendix 14. */
const SPELLED = (
  "Alfa Bravo Charlie Delta Echo Foxtrot Golf Hotel India Juliett Kilo Lima Mike November Oscar Papa Quebec Romeo " +
  "Sierra Tango Uniform Victor Whiskey X-ray Yankee Zulu"
).split(" ");

/** A call as it is said: "Papa 5 Quebec Uniform Zulu"; "/" is "stroke". */
export function spelled(call: string): string {
  return [...call.toUpperCase()]
    .map((letter) => (letter === "/" ? "stroke" : (SPELLED[letter.charCodeAt(0) - 65] ?? letter)))
    .join(" ");
}

/** What is said aloud: the call, where, why, and the chance, without its reason. */
export function spokenAlert(facts: AlertFacts): string {
  const { call, band, mode, submode, why, chance } = facts;
  const metres = bandLabel(band)
    .replace(/ m$/, " metres")
    .replace(/ cm$/, " centimetres")
    .replace(/ mm$/, " millimetres");
  return [spelled(call), `${metres} ${submode ?? mode}`, why, `chance ${chance}`]
    .filter((part) => part !== null)
    .join(". ");
}
