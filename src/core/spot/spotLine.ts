import { parseCallsign } from "../callsign";
import { gridCenter } from "../geo";

/** A station as somebody of a spot network has announced it. */
export interface SpotLine {
  readonly spotter: string;
  readonly frequencyHz: number;
  readonly call: string;
  readonly remark: string;
  /** When it was heard, minutes of the day in UTC; null where it does not say so. */
  readonly minute: number | null;
}

const WORDS = /^\W*DX\s+DE\s+([A-Z0-9/]{3,20})(?:-[A-Z0-9#]{0,3})?\s*:?\s+(\d{2,9}(?:[.,]\d{1,4})?)\s+(\S+)\s*(.*)$/i;
const TIME = /(?:^|\s)(\d{2})(\d{2})Z?(?:\s+([A-R]{2}\d{2}(?:[A-X]{2})?))?\s*$/i;
const LONGEST_REMARK = 80;

/** Whether a line announces a station, well or badly. */
export function isSpotLine(text: string): boolean {
  return /^\W*DX\s+DE\s/i.test(text);
}

/**
 * Reads a line in the form that spot networks use by convention:
 * `DX de CX9QTH:    14025.0  DL1QTA       up 2                  1832Z`, the frequency in kHz; of spaces, signs between
 * and small letters nothing depends. Null for what announces nothing that could be a station.
 */
export function readSpotLine(text: string): SpotLine | null {
  const [, spotter = "", kilohertz = "", word = "", rest = ""] = WORDS.exec(text) ?? [];
  // What people write where they have no call has no figure.
  const parsed = parseCallsign(/\d/.test(word) ? word.toUpperCase() : "");
  const frequencyHz = Math.round(Number(kilohertz.replace(",", ".")) * 1000);
  if (!parsed.ok || !parseCallsign(spotter.toUpperCase()).ok || !(frequencyHz > 0)) return null;
  const [behind = "", hour = "", minute = "", grid = null] = TIME.exec(rest) ?? [];
  const isTime =
    behind !== "" && Number(hour) < 24 && Number(minute) < 60 && (grid === null || gridCenter(grid) !== null);
  return {
    spotter: spotter.toUpperCase(),
    frequencyHz,
    call: parsed.callsign.call,
    remark: (isTime ? rest.slice(0, -behind.length) : rest).trim().replace(/\s+/g, " ").slice(0, LONGEST_REMARK),
    minute: isTime ? Number(hour) * 60 + Number(minute) : null,
  };
}

/** A line as networks write it, its columns where they are by convention. */
export function writeSpotLine({ spotter, frequencyHz, call, remark, minute }: SpotLine): string {
  const head = `DX de ${`${spotter}:`.padEnd(10)}${(frequencyHz / 1000).toFixed(1).padStart(9)}  ${call.padEnd(12)} `;
  const two = (value: number) => String(value).padStart(2, "0");
  const time = minute === null ? "" : `${two(Math.floor(minute / 60))}${two(minute % 60)}Z`;
  return `${head}${remark.padEnd(30)} ${time}`.trimEnd();
}

const DAY = 1440;

/**
 * How far a line's time is from now, minutes: negative for one of before. Over midnight the nearer day is meant.
 *
 * @param now seconds since 1970 UTC
 */
export function minutesFrom(minute: number, now: number): number {
  const apart = (minute - Math.floor(now / 60)) % DAY;
  const whole = (apart + DAY) % DAY;
  return whole > DAY / 2 ? whole - DAY : whole;
}
