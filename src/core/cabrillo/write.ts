import anyAscii from "any-ascii";
import { bandByName } from "../band";
import { BAND_WORDS } from "./bandWords";

/** One contact as a log file has it. Times in seconds since 1970 UTC. */
export interface LogLine {
  readonly frequencyHz: number | null;
  readonly band: string;
  readonly mode: string;
  readonly startedAt: number;
  readonly ownCall: string;
  readonly sent: readonly string[];
  readonly call: string;
  readonly received: readonly string[];
  /** Which transmitter, where a station has several; null where the format of the contest has none. */
  readonly transmitter: number | null;
  /** Not to be counted: the line is kept as X-QSO. */
  readonly withdrawn?: boolean;
}

/** The header in its order; a name can stand several times. */
export type LogHeader = readonly (readonly [name: string, value: string])[];

/** A frequency as a line has it: kHz, or the band's word; the band's lower edge where none was noted. */
export function frequencyText(frequencyHz: number | null, band: string): string {
  const word = BAND_WORDS[band];
  if (word !== undefined) return word;
  const { lowHz = 0 } = bandByName(band) ?? {};
  // A frequency just above the lower edge of a band would be cut to one below it.
  return String(Math.max(Math.ceil(lowHz / 1000), Math.floor((frequencyHz ?? 0) / 1000)));
}

/** A mode as a line has it: CW, PH, FM, RY, DG. */
export function modeText(mode: string): string {
  if (mode === "CW" || mode === "FM") return mode;
  if (mode === "RTTY") return "RY";
  return ["SSB", "AM", "DIGITALVOICE"].includes(mode) ? "PH" : "DG";
}

/** A text of the format: ASCII, one line. Letters of other scripts are transcribed, not cut. */
export function plainText(text: string): string {
  const ascii = /[^\x20-\x7e]/.test(text) ? anyAscii(text) : text;
  return ascii.replace(/[^\x21-\x7e]+/g, " ").trim();
}

const ADDRESS_LENGTH = 45;
const SOAPBOX_LENGTH = 75;
const LONG_NAMES: Readonly<Record<string, number>> = {
  ADDRESS: ADDRESS_LENGTH,
  SOAPBOX: SOAPBOX_LENGTH,
  OPERATORS: SOAPBOX_LENGTH,
};

/** A contest log in Cabrillo 3.0, line by line with its line end. */
export function* writeCabrillo(header: LogHeader, lines: Iterable<LogLine>): Generator<string> {
  yield "START-OF-LOG: 3.0\r\n";
  for (const [name, value] of header)
    for (const piece of wrapped(plainText(value), LONG_NAMES[name])) yield `${name}: ${piece}`.trimEnd() + "\r\n";
  for (const line of lines) yield `${lineText(line)}\r\n`;
  yield "END-OF-LOG:\r\n";
}

/** A line with its columns under one another. */
function lineText(line: LogLine): string {
  const time = new Date(line.startedAt * 1000).toISOString();
  const columns = (call: string, parts: readonly string[]) =>
    [call.padEnd(13), ...parts.map((part) => (plainText(part).replace(/\s+/g, "_") || "-").padEnd(6))].join(" ");
  return [
    line.withdrawn === true ? "X-QSO:" : "QSO:",
    frequencyText(line.frequencyHz, line.band).padStart(5),
    modeText(line.mode),
    time.slice(0, 10),
    time.slice(11, 13) + time.slice(14, 16),
    columns(line.ownCall, line.sent),
    columns(line.call, line.received),
    ...(line.transmitter === null ? [] : [String(line.transmitter)]),
  ]
    .join(" ")
    .trimEnd();
}

/** Long values go on in another line of the same name. */
function wrapped(text: string, length?: number): string[] {
  if (length === undefined || text.length <= length) return [text];
  const lines: string[] = [];
  let line = "";
  for (const word of text.split(/\s+/)) {
    if (line !== "" && line.length + 1 + word.length > length) {
      lines.push(line);
      line = "";
    }
    line = line === "" ? word : `${line} ${word}`;
  }
  return [...lines, line];
}
