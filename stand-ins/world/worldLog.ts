import { bandOfFrequency } from "../../src/core/band";
import type { AirContact } from "./air";
import type { SaidExchange } from "../../src/core/contest";
import type { AirMode, Operator } from "./operators";
import { AIR_BANDS } from "./frequency";
import type { Random } from "../../src/core/random";

/** A contact as one of its stations logged it. Times in seconds since 1970 UTC. */
export interface LogEntry {
  /** The call of the station whose log it is in. */
  readonly by: string;
  readonly call: string;
  readonly startedAt: number;
  readonly band: string;
  readonly frequencyHz: number;
  readonly mode: AirMode;
  /** The contest that it is of, by its tag. */
  readonly contest: string | null;
  /** What a line of the log has of what was exchanged: a report, or in a contest all of its columns. */
  readonly sent: readonly string[];
  readonly received: readonly string[];
  /** When the station hands its log to others; null where it never does. */
  readonly handedInAt: number | null;
}

const DAY = 86_400;
const SLIPS = ["call", "band", "time"] as const;
const SLIPS_IN_CONTEST = [...SLIPS, "exchange", "exchange"] as const;

/** What both stations of a contact wrote down: mostly what was, sometimes with a wrong clock, band or call. */
export function entriesOf(random: Random, contact: AirContact): readonly [LogEntry, LogEntry] {
  const { one, other, exchanged } = contact;
  return [
    entryOf(random, contact, one, other.call, exchanged[0], exchanged[1]),
    entryOf(random, contact, other, one.call, exchanged[1], exchanged[0]),
  ];
}

/** What one station wrote down of a contact with another. */
export function entryOf(
  random: Random,
  { frequencyHz, mode, contest, from, to }: Omit<AirContact, "one" | "other" | "exchanged">,
  by: Operator,
  other: string,
  sent: SaidExchange,
  received: SaidExchange,
): LogEntry {
  const band = bandOfFrequency(frequencyHz)!.name;
  const slips = random.chance(by.careless) ? random.pick(contest === null ? SLIPS : SLIPS_IN_CONTEST) : null;
  const clock = by.clock + (slips === "time" ? random.pick([-3600, 3600, 720]) : 0);
  return {
    by: by.call,
    call: slips === "call" ? misheard(random, other) : other,
    startedAt: Math.floor((from + clock) / 60) * 60,
    band: slips === "band" ? neighbourOf(band) : band,
    frequencyHz,
    mode,
    contest,
    sent: sent.logged,
    received: slips === "exchange" ? misread(random, received.logged) : received.logged,
    handedInAt: handedIn(random, by, to),
  };
}

function handedIn(random: Random, { diligence }: Operator, at: number): number | null {
  if (diligence === "never") return null;
  return at + (diligence === "at once" ? random.between(5, 600) : random.between(1, 40) * DAY);
}

/** Letters that are taken for each other in Morse. */
const ALIKE: Readonly<Record<string, string>> = {
  S: "H",
  H: "S",
  U: "V",
  V: "U",
  R: "L",
  L: "R",
  A: "W",
  W: "A",
  I: "S",
};

/** A call with its last letter taken for another one; what is before it keeps the suffix among those of nobody. */
function misheard(random: Random, call: string): string {
  const last = call.at(-1)!;
  return call.slice(0, -1) + (ALIKE[last] ?? random.pick([..."BCDEFG"].filter((letter) => letter !== last)));
}

/** An exchange with its last figure taken for another one. */
function misread(random: Random, words: readonly string[]): readonly string[] {
  const last = words.findLastIndex((word) => /\d$/.test(word));
  return words.map((word, index) => (index === last ? word.replace(/\d$/, String(random.between(0, 9))) : word));
}

function neighbourOf(band: string): string {
  return AIR_BANDS[(AIR_BANDS.indexOf(band) + 1) % AIR_BANDS.length]!;
}
