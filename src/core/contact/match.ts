import { modeByName, modeGroup, type ModeGroup } from "../band";

/** What two accounts of one contact are compared by. Time in seconds since 1970 UTC. */
export interface MatchFacts {
  readonly baseCall: string;
  readonly band: string;
  readonly modeGroup: ModeGroup;
  readonly startedAt: number;
}

export type Match =
  | { readonly kind: "exact" }
  /** The same contact with clocks apart: by how much, in seconds, theirs after ours positive. */
  | { readonly kind: "close"; readonly apart: number }
  | { readonly kind: "different"; readonly by: readonly ("call" | "band" | "mode" | "time")[]; readonly apart: number };

/** Two entries of one log within this time are one contact logged twice, seconds. */
export const DUPLICATE_TOLERANCE = 120;
/** Two stations' clocks may be this far apart, seconds. */
export const CONFIRM_TOLERANCE = 1800;
/** Logs are often kept to the minute. */
const EXACT = 59;

/** Whether two accounts are of one contact. The one place for this rule: import, services and companions use it. */
export function compareContacts(ours: MatchFacts, theirs: MatchFacts, tolerance: number): Match {
  const apart = theirs.startedAt - ours.startedAt;
  const by: ("call" | "band" | "mode" | "time")[] = [];
  if (ours.baseCall !== theirs.baseCall) by.push("call");
  if (ours.band !== theirs.band) by.push("band");
  if (ours.modeGroup !== theirs.modeGroup) by.push("mode");
  if (Math.abs(apart) > tolerance) by.push("time");
  if (by.length > 0) return { kind: "different", by, apart };
  return Math.abs(apart) <= EXACT ? { kind: "exact" } : { kind: "close", apart };
}

/** How an entry of a log was made, as far as that tells it from another one at nearly the same time. */
export interface MadeAs {
  readonly mode: string;
  readonly submode: string | null;
  /** Null where it was not said, as our grid. */
  readonly ownCall: string | null;
  readonly ownGrid: string | null;
}

/**
 * Whether two entries of one log can be the same contact, which are such by station, band, mode group and time: not
 * under two calls of ours, not from two grids, and not in two digital modes, as FT8 and FT4 a minute later.
 */
export function madeAlike(one: MadeAs, other: MadeAs): boolean {
  if (one.ownCall !== null && other.ownCall !== null && one.ownCall !== other.ownCall) return false;
  return !areTwoGrids(one.ownGrid, other.ownGrid) && !areTwoDigitalModes(one, other);
}

/** Of two grids the longer may lie in the other. */
function areTwoGrids(one: string | null, other: string | null): boolean {
  if (one === null || other === null || one === other) return false;
  const shared = Math.min(one.length, other.length);
  return one.slice(0, shared).toUpperCase() !== other.slice(0, shared).toUpperCase();
}

/** What is no mode of the standard, as the "data" of a contest log, may be any. */
function areTwoDigitalModes(one: MadeAs, other: MadeAs): boolean {
  if (one.mode === other.mode)
    return (
      modeGroup(one.mode) === "digital" &&
      one.submode !== null &&
      other.submode !== null &&
      one.submode !== other.submode
    );
  return [one, other].every(({ mode }) => modeByName(mode)?.group === "digital");
}

/** Of several accounts the one that is the same contact and nearest in time, or undefined. */
export function findTwin<Facts extends MatchFacts>(
  wanted: MatchFacts,
  candidates: Iterable<Facts>,
  tolerance: number,
): Facts | undefined {
  let best: Facts | undefined;
  for (const candidate of candidates) {
    if (compareContacts(candidate, wanted, tolerance).kind === "different") continue;
    const nearer =
      best === undefined ||
      Math.abs(candidate.startedAt - wanted.startedAt) < Math.abs(best.startedAt - wanted.startedAt);
    if (nearer) best = candidate;
  }
  return best;
}
