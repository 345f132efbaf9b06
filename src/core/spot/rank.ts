import type { Worth } from "../award";
import type { Chance } from "./chance";

const WORTHS: Readonly<Record<Worth, number>> = { fresh: 8, wanted: 4, hold: 1.5, safe: 0.5 };
const CHANCES: Readonly<Record<Chance, number>> = { good: 1, fair: 0.6, poor: 0.2, none: 0.02 };

/** What a station is worth in the contest that is on. */
interface ContestValue {
  readonly points: number;
  /** How many multipliers it would bring. */
  readonly multipliers: number;
  readonly duplicate: boolean;
}

interface Ranked {
  readonly worth: Worth | null;
  readonly chance: Chance;
  /** Worked on the band and in the mode within the last day. */
  readonly duplicate: boolean;
  /** Null where no contest is on, or where it is none of it. */
  readonly contest: ContestValue | null;
}

/**
 * What to do next: worth times chance, the higher the sooner. While a contest is on its multipliers and points are what
 * counts; what brings nothing is last.
 */
export function rankOf({ worth, chance, duplicate, contest }: Ranked): number {
  if (contest !== null) return contest.duplicate ? 0 : (6 * contest.multipliers + contest.points) * CHANCES[chance];
  return duplicate ? 0 : (worth === null ? WORTHS.safe : WORTHS[worth]) * CHANCES[chance];
}
