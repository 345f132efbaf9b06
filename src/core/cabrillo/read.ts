import { bandByName, bandOfFrequency } from "../band";
import { cleanCall, parseCallsign } from "../callsign";
import { isoTime } from "../contact/seconds";
import { BAND_WORDS } from "./bandWords";
import type { LogLine } from "./write";

/** What is wrong in a file, and where; `fatal` when the line is no contact because of it. */
export interface CabrilloFault {
  readonly line: number;
  readonly text: string;
  readonly fatal: boolean;
}

/** A contact of a file, with the line that it stands on. The words of both exchanges are as they came. */
export interface ReadLine extends LogLine {
  readonly line: number;
}

export interface CabrilloLog {
  /** Values by their names, in capitals; what stands several times is joined by line ends. */
  readonly header: ReadonlyMap<string, string>;
  readonly lines: readonly ReadLine[];
  readonly faults: readonly CabrilloFault[];
}

const MODES: Readonly<Record<string, string>> = {
  CW: "CW",
  PH: "SSB",
  FM: "FM",
  RY: "RTTY",
  DG: "DATA",
  SSB: "SSB",
  RTTY: "RTTY",
};
const BAND_BY_WORD = new Map(Object.entries(BAND_WORDS).map(([band, word]) => [word, band]));
/** Longer lines are none of a contest log. */
export const LONGEST_LINE = 10_000;
/** So much of the header is kept. */
const LARGEST_HEADER = 1_000_000;

/** How many words an exchange has: the one that the log's station sends, and the one of a call that it worked. */
export interface WordCounts {
  readonly sent: WordCount;
  readonly received: (call: string) => WordCount;
}
export interface WordCount {
  /** Without those that may be left out. */
  readonly least: number;
  readonly most: number;
}

/** What a line says: a contact, something wrong, or neither. */
type Said = { readonly contact: ReadLine } | { readonly fault: CabrilloFault } | null;

/** Reads a contest log line by line. */
export interface CabrilloReader {
  readonly header: CabrilloLog["header"];
  /** To be given each line in its turn, without its end. */
  take(raw: string): Said;
  /** What is wrong with the whole, once all lines were taken. */
  finish(): CabrilloFault[];
}

type Counts = (header: CabrilloLog["header"]) => WordCounts | undefined;

/**
 * Reads a contest log in Cabrillo. Tolerates tabs, lower case, and lines of other programs; says what it could not
 * understand, with its line.
 *
 * @param counts how many words the exchanges have, where it is known: by the header, which stands before the
 *   contacts. Otherwise both are taken to be as long.
 */
export function cabrilloReader(counts: Counts = () => undefined): CabrilloReader {
  const header = new Map<string, string>();
  let kept = 0;
  let line = 0;
  let started = false;
  let ended = false;
  const fault = (text: string, at = line): CabrilloFault => ({ line: at, text, fatal: false });

  return {
    header,
    take(raw) {
      line++;
      if (raw.length > LONGEST_LINE)
        return {
          fault: { ...fault("the line is longer than any of a contest log"), fatal: true },
        };
      const colon = raw.indexOf(":");
      const name = raw.slice(0, Math.max(0, colon)).trim().toUpperCase();
      const value = raw.slice(colon + 1).trim();
      if (!/^[A-Z][A-Z0-9-]*$/.test(name))
        return raw.trim() === "" ? null : { fault: fault(`"${raw.trim().slice(0, 40)}" has no name before a colon`) };
      if (name === "START-OF-LOG") started = true;
      else if (name === "END-OF-LOG") ended = true;
      else if (name === "QSO" || name === "X-QSO") {
        const read = ended
          ? "it stands behind the end of the log: move END-OF-LOG below it"
          : readLine(value, line, name === "X-QSO", () => counts(header));
        return typeof read === "string" ? { fault: { line, text: read, fatal: true } } : { contact: read };
      } else if (value !== "" && (kept += value.length) <= LARGEST_HEADER) {
        const before = header.get(name);
        // What stands again and again is a text for people, and of those a beginning is enough.
        if (before === undefined) header.set(name, value);
        else if (before.length < LONGEST_LINE) header.set(name, `${before}\n${value}`);
      }
      return null;
    },
    finish() {
      const faults: CabrilloFault[] = [];
      if (!started) faults.push(fault("START-OF-LOG is missing: is this a contest log?", 1));
      if (!ended) faults.push(fault("END-OF-LOG is missing: the file may be cut off"));
      return faults;
    },
  };
}

/** Reads a contest log that is in memory; see `cabrilloReader`. Line ends may be of any kind. */
export function readCabrillo(text: string, counts?: Counts): CabrilloLog {
  const reader = cabrilloReader(counts);
  const said = text
    .replace(/^\ufeff/, "")
    .split(/\r\n|\r|\n/)
    .flatMap((raw) => reader.take(raw) ?? []);
  const lines = said.flatMap((one) => ("contact" in one ? one.contact : []));
  const faults = said.flatMap((one) => ("fault" in one ? one.fault : []));
  return { header: reader.header, lines, faults: [...faults, ...reader.finish()] };
}

function readLine(
  value: string,
  line: number,
  withdrawn: boolean,
  counts: () => WordCounts | undefined,
): ReadLine | string {
  const words = value.split(/\s+/).filter(Boolean);
  const [frequency = "", mode = "", day = "", clock = "", ...rest] = words;
  const khz = Number(frequency);
  const word = BAND_BY_WORD.get(frequency.toUpperCase());
  const band = word ?? (khz > 0 ? bandOfFrequency(khz * 1000)?.name : undefined);
  if (band === undefined || bandByName(band) === undefined) return `"${frequency}" is no frequency or band`;
  const known = MODES[mode.toUpperCase()];
  if (known === undefined) return `"${mode}" is no mode: CW, PH, FM, RY or DG`;
  const startedAt = Date.parse(`${day}T${clock.slice(0, 2)}:${clock.slice(2, 4)}:00Z`) / 1000;
  if (!/^\d{4}-\d{2}-\d{2}$/.test(day) || !/^\d{4}$/.test(clock) || Number.isNaN(startedAt))
    return `"${day} ${clock}" is no time: it is written like 2026-11-28 0012`;
  if (isoTime(startedAt).slice(0, 10) !== day) return `${day} is a day that does not exist`;
  const split = splitExchanges(rest, counts());
  if (typeof split === "string") return split;
  const own = parseCallsign(split.ownCall);
  const theirs = parseCallsign(split.call);
  if (!own.ok) return `"${split.ownCall}" stands where our call should: ${own.reason}`;
  // What could be a call that was taken wrongly is a contact all the same; a word of an exchange is none.
  if (!theirs.ok && !/^(?=.*[A-Z])(?=.*\d)[A-Z\d/]{3,20}$/.test(cleanCall(split.call)))
    return `"${split.call}" stands where their call should: ${theirs.reason}`;
  return {
    line,
    frequencyHz: word === undefined ? Math.round(khz * 1000) : null,
    band,
    mode: known,
    startedAt,
    ownCall: own.callsign.call,
    sent: split.sent,
    call: theirs.ok ? theirs.callsign.call : cleanCall(split.call),
    received: split.received,
    transmitter: split.transmitter,
    withdrawn,
  };
}

/** Behind what is sent stands the other call, which tells how much of it was left out. */
function sentCount(words: readonly string[], { least, most }: WordCount): number {
  for (let count = most; count > least; count--) if (parseCallsign(words[1 + count] ?? "").ok) return count;
  return least;
}

function splitExchanges(words: readonly string[], counts: WordCounts | undefined) {
  if (counts !== undefined) {
    const sent = sentCount(words, counts.sent);
    const call = words[1 + sent];
    const { least, most } = counts.received(call ?? "");
    const behind = words.slice(2 + sent);
    if (call === undefined || behind.length < least)
      return `columns are missing: ${words.length + 4} of ${6 + sent + least}`;
    // Behind all that their station sends stands which transmitter it was, where there are several.
    const hasTransmitter = behind.length === most + 1 && /^[01]$/.test(behind.at(-1)!);
    return {
      ownCall: words[0]!,
      sent: words.slice(1, 1 + sent),
      call,
      received: hasTransmitter ? behind.slice(0, -1) : behind,
      transmitter: hasTransmitter ? Number(behind.at(-1)) : null,
    };
  }
  const hasTransmitter = words.length % 2 === 1 && /^[01]$/.test(words.at(-1) ?? "");
  const both = hasTransmitter ? words.slice(0, -1) : words;
  if (both.length < 4 || both.length % 2 === 1) return `columns are missing: there are ${words.length + 4}`;
  const half = both.length / 2;
  return {
    ownCall: both[0]!,
    sent: both.slice(1, half),
    call: both[half]!,
    received: both.slice(half + 1),
    transmitter: hasTransmitter ? Number(words.at(-1)) : null,
  };
}
