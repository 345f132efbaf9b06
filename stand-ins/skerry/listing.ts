import type { AirLogs } from "../world/airLogs";
import { diceOf, stationFacts } from "../world/stationFacts";

export interface SkerryListing {
  readonly call: string;
  readonly name: string | null;
  readonly place: string | null;
  /** Four characters. */
  readonly grid: string | null;
  /** The day on which somebody last said so. */
  readonly updated: string;
}

/** Of 256 stations so many are not listed. */
const UNLISTED = 90;
/** And so many said where they are before they moved. */
const STALE = 30;

/** A station's listing; null for the one in three that is not listed. */
export function listingOf(call: string, at: number, logs?: AirLogs): SkerryListing | null {
  const facts = stationFacts(call, at, logs);
  if (facts === null) return null;
  const dice = diceOf("skerry", facts.call);
  if (dice[0]! < UNLISTED) return null;
  const { name, place, grid } = facts;
  if (dice[1]! >= STALE)
    return { call: facts.call, name, place, grid: grid?.slice(0, 4) ?? null, updated: `202${dice[2]! % 6}-03-14` };
  // Where it was before is nobody's place, and one square further north.
  const before = grid === null ? null : `${grid.slice(0, 3)}${(Number(grid[3]) + 1) % 10}`;
  return { call: facts.call, name, place: place === null ? null : `Old ${place}`, grid: before, updated: "2009-06-01" };
}
