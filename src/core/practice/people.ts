import { exchangeValues, type Exchanger, partsOf, type Rules, sideByCall } from "../contest";
import { resolve } from "../entity";
import type { Random } from "../random";
import { type PracticeSettings, practiceTask, STRENGTHS } from "./run";

/** Somebody on the practice air, made up: what he sends, and how he behaves. */
export interface Person extends Exchanger {
  /** What he exchanges, by the parts' ids, and as he sends it. */
  readonly values: Readonly<Record<string, string>>;
  readonly exchange: string;
  /** Words a minute. */
  readonly speed: number;
  /** Beside the frequency, Hz. */
  readonly beside: number;
  /** Over the noise of 100 Hz, dB. */
  readonly over: number;
  readonly fade: { readonly depth: number; readonly period: number } | undefined;
  /** How often he calls, or asks, before he gives up. */
  readonly patience: number;
  /** How likely he calls although another one was meant, or while somebody sends, 0 to 1. */
  readonly pushy: number;
  /** How likely he misses something, and asks again, 0 to 1. */
  readonly deaf: number;
  /** How likely he slips in his exchange, and corrects it, 0 to 1. */
  readonly slips: number;
}

/** Prefixes are those of the trade, so that entities and zones resolve; calls and names are made up. */
const PREFIXES: readonly (readonly [prefixes: string, digits: string, weight: number])[] = [
  ["K N W AA KB WA", "1234567890", 18],
  ["VE VA", "1234567", 4],
  ["PY PP", "1234567", 8],
  ["LU LW", "123456789", 8],
  ["CE", "1234567", 3],
  ["CX", "123456789", 3],
  ["ZP", "5689", 1],
  ["DL DJ DK", "1234567890", 8],
  ["I IK IZ", "1234567", 7],
  ["EA", "1234567", 6],
  ["F", "14568", 4],
  ["G M", "034678", 4],
  ["SP SQ", "123456789", 4],
  ["OK OM", "1235678", 3],
  ["UR US", "12345", 3],
  ["RA UA", "1346", 4],
  ["YO LZ", "2345", 2],
  ["S5 9A YU", "1235", 3],
  ["OH SM LA OZ", "12345", 4],
  ["PA ON", "34567", 3],
  ["CT", "1247", 2],
  ["JA JH JR", "1234567", 7],
  ["VK ZL", "1234", 3],
  ["ZS", "1256", 2],
  ["EA", "8", 2],
  ["KP", "4", 2],
];
const NAMES = "NAHUEL IRMA OTTO LIVIA MARLENE RUFUS ILKA BORIS AINO GASPAR TOMOKO VESNA HALLE PIER JANKA THEMBA".split(
  " ",
);

/** A call that nobody of those has yet. */
function newCall(random: Random, taken: ReadonlySet<string>): string {
  for (;;) {
    const [prefixes, digits] = random.weighted(PREFIXES.map((line) => [line, line[2]] as const));
    const prefix = random.pick(prefixes.split(" "));
    const letter = () => String.fromCharCode(65 + random.between(0, 25));
    const digit = /\d$/.test(prefix) ? "" : random.pick([...digits]);
    const call = `${prefix}${digit}Q${String.fromCharCode(82 + random.between(0, 3))}${letter()}`;
    if (!taken.has(call)) return call;
  }
}

/** Makes somebody up who fits what one tries. His number counts on where he sends one. */
export function makePerson(
  random: Random,
  settings: PracticeSettings,
  rules: Rules,
  taken: ReadonlySet<string>,
  at: number,
): Person {
  const call = newCall(random, taken);
  const { latitude, longitude } = resolve(call, at);
  const who = {
    call,
    name: random.pick(NAMES),
    point: { latitude: latitude ?? 0, longitude: longitude ?? 0 },
    power: 10 * Math.log10(random.pick([5, 100, 100, 400]) * 1000),
  };
  const values = exchangeValues(rules, who, { report: "599", serial: random.between(1, 400), at });
  const sent = partsOf(rules, sideByCall(rules, call, at)).flatMap(({ id, type }) => {
    const value = values[id];
    return value === undefined ? [] : type === "report" ? value.replace(/9/g, "N") : value;
  });
  const { gentle } = practiceTask(settings.task);
  const [least, most] = STRENGTHS[settings.strength].over;
  return {
    ...who,
    values,
    exchange: sent.join(" "),
    // One in six sends faster than one would like.
    speed: Math.round(settings.speed * (gentle ? 1 : random.chance(1 / 6) ? 1.35 : 0.9 + 0.2 * random.next())),
    beside: gentle ? random.between(-20, 20) : random.between(-140, 140),
    over: Math.round(least + (most - least) * random.next()),
    fade: !gentle && random.chance(0.35) ? { depth: random.between(3, 10), period: random.between(3, 12) } : undefined,
    patience: gentle ? 12 : random.between(2, 5),
    pushy: gentle ? 0 : random.next() ** 2 * 0.8,
    deaf: gentle ? 0 : random.next() * 0.25,
    slips: gentle ? 0 : random.next() ** 2 * 0.4,
  };
}
