import { bandOfFrequency } from "../../src/core/band";
import type { AirContact } from "./air";
import type { AirMode, Operator } from "./operators";
import { AIR_BANDS } from "./frequency";
import type { Random } from "./random";

/** A contact as one of its stations logged it. Times in seconds since 1970 UTC. */
export interface LogEntry {
  readonly by: Operator;
  readonly call: string;
  readonly startedAt: number;
  readonly band: string;
  readonly frequencyHz: number;
  readonly mode: AirMode;
  readonly reportSent: string;
  readonly reportReceived: string;
  /** When the station hands its log to others; null where it never does. */
  readonly handedInAt: number | null;
}

const DAY = 86_400;

/** What both stations of a contact wrote down: mostly what was, sometimes with a wrong clock, band or call. */
export function entriesOf(random: Random, contact: AirContact): readonly [LogEntry, LogEntry] {
  const { one, other, reports } = contact;
  return [
    entryOf(random, contact, one, other.call, reports[0], reports[1]),
    entryOf(random, contact, other, one.call, reports[1], reports[0]),
  ];
}

/** What one station wrote down of a contact with another. */
export function entryOf(
  random: Random,
  { frequencyHz, mode, from, to }: Pick<AirContact, "frequencyHz" | "mode" | "from" | "to">,
  by: Operator,
  other: string,
  reportSent: string,
  reportReceived: string,
): LogEntry {
  const band = bandOfFrequency(frequencyHz)!.name;
  const slips = random.chance(by.careless) ? random.pick(["call", "band", "time"] as const) : null;
  const clock = by.clock + (slips === "time" ? random.pick([-3600, 3600, 720]) : 0);
  return {
    by,
    call: slips === "call" ? misheard(random, other) : other,
    startedAt: Math.floor((from + clock) / 60) * 60,
    band: slips === "band" ? neighbourOf(band) : band,
    frequencyHz,
    mode,
    reportSent,
    reportReceived,
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

function neighbourOf(band: string): string {
  return AIR_BANDS[(AIR_BANDS.indexOf(band) + 1) % AIR_BANDS.length]!;
}
