/** A contact of a log as the organiser reads it. Times in seconds since 1970 UTC. */
export interface OrganiserLine {
  /** Of the file, from 1. */
  readonly line: number;
  readonly raw: string;
  readonly band: string;
  readonly mode: string;
  readonly at: number;
  readonly ownCall: string;
  readonly sent: readonly string[];
  readonly call: string;
  readonly received: readonly string[];
  /** Marked as one that does not count. */
  readonly withdrawn: boolean;
}

export interface OrganiserLog {
  /** The last value of each name. */
  readonly header: ReadonlyMap<string, string>;
  readonly lines: readonly OrganiserLine[];
  readonly faults: readonly { readonly line: number; readonly text: string }[];
}

/** Bands by the number that a line begins with: kHz below 30 MHz, above it the format's word. */
const BANDS: readonly (readonly [band: string, from: number, to: number])[] = [
  ["160m", 1800, 2000],
  ["80m", 3500, 4000],
  ["60m", 5060, 5450],
  ["40m", 7000, 7300],
  ["30m", 10_100, 10_150],
  ["20m", 14_000, 14_350],
  ["17m", 18_068, 18_168],
  ["15m", 21_000, 21_450],
  ["12m", 24_890, 24_990],
  ["10m", 28_000, 29_700],
];
const WORDS: Readonly<Record<string, string>> = { "50": "6m", "70": "4m", "144": "2m", "432": "70cm", "1.2G": "23cm" };
const MODES: Readonly<Record<string, string>> = { CW: "CW", PH: "SSB", FM: "FM", RY: "RTTY", DG: "FT8" };

/**
 * Reads a log in Cabrillo with nothing of the application's own: what it writes is held against another reading. Where
 * the exchange ends and the other call stands is told by the look of the words.
 */
export function readLog(text: string): OrganiserLog {
  const header = new Map<string, string>();
  const lines: OrganiserLine[] = [];
  const faults: { line: number; text: string }[] = [];
  let ended = false;
  text.split(/\r\n|\n/).forEach((raw, index) => {
    const [, name = "", rest = ""] = /^([A-Z-]+):\s*(.*)$/.exec(raw.trim()) ?? [];
    if (name === "END-OF-LOG") ended = true;
    if (name !== "QSO" && name !== "X-QSO") {
      if (name !== "") header.set(name, rest.trim());
      return;
    }
    const fault = ended ? "it stands behind the end of the log" : lineFault(rest);
    const read = fault === null ? lineOf(rest) : null;
    if (read === null) faults.push({ line: index + 1, text: fault ?? "the two calls cannot be told" });
    else lines.push({ ...read, line: index + 1, raw: raw.trim(), withdrawn: name === "X-QSO" });
  });
  return { header, lines, faults };
}

function lineFault(rest: string): string | null {
  const [frequency = "", mode = "", day = "", time = ""] = rest.split(/\s+/);
  if (bandOf(frequency) === null) return `${frequency} is no frequency`;
  if (MODES[mode] === undefined) return `${mode} is no mode`;
  return Number.isNaN(timeOf(day, time)) ? `${day} ${time} is no time` : null;
}

function bandOf(frequency: string): string | null {
  const kilohertz = Number(frequency);
  return WORDS[frequency] ?? BANDS.find(([, from, to]) => kilohertz >= from && kilohertz <= to)?.[0] ?? null;
}

function timeOf(day: string, time: string): number {
  return Date.parse(`${day}T${time.slice(0, 2)}:${time.slice(2)}:00Z`) / 1000;
}

type Read = Omit<OrganiserLine, "line" | "raw" | "withdrawn">;

function lineOf(rest: string): Read | null {
  const [frequency = "", mode = "", day = "", time = "", ownCall = "", ...words] = rest.trim().split(/\s+/);
  // The other call is the one nearest to the middle: both sides send about as many words.
  const places = words.flatMap((word, at) => (at > 0 && at < words.length - 1 && looksLikeCall(word) ? [at] : []));
  const offCentre = (at: number) => Math.abs(at - (words.length - 1 - at));
  const [at] = places.sort((a, b) => offCentre(a) - offCentre(b));
  if (at === undefined) return null;
  return {
    band: bandOf(frequency)!,
    mode: MODES[mode]!,
    at: timeOf(day, time),
    ownCall,
    sent: words.slice(0, at),
    call: words[at]!,
    received: words.slice(at + 1),
  };
}

function looksLikeCall(word: string): boolean {
  const isGrid = /^[A-R]{2}\d{2}([A-X]{2})?$/.test(word);
  const isClass = /^\d{1,2}[A-Z]$/.test(word);
  return !isGrid && !isClass && /^(?=.*\d)(?=.*[A-Z])[A-Z0-9/]{4,}$/.test(word);
}
