import type { ModeGroup } from "../band";

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
