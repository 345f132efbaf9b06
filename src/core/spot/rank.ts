import type { Worth } from "../award";
import type { Chance } from "./chance";

const WORTHS: Readonly<Record<Worth, number>> = { fresh: 8, wanted: 4, hold: 1.5, safe: 0.5 };
const CHANCES: Readonly<Record<Chance, number>> = { good: 1, fair: 0.6, poor: 0.2, none: 0.02 };

/** What to do next: worth times chance, the higher the sooner. What is in the log already on band and mode is last. */
export function rankOf(worth: Worth | null, chance: Chance, isDuplicate: boolean): number {
  return isDuplicate ? 0 : (worth === null ? WORTHS.safe : WORTHS[worth]) * CHANCES[chance];
}
