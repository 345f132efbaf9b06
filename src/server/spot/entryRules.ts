import { secondsOf } from "../../core/contact";
import type { Entry } from "../../core/contract";

/** Whether a contest runs at a time, seconds since 1970 UTC. */
export function isRunning({ period: { from, to } }: Entry, at: number): boolean {
  return secondsOf(from) <= at && at < secondsOf(to);
}

/** The category of the open log format that takes no help of others. */
const ALONE = "NON-ASSISTED";

/** Whether an entry takes no help of others: then it has no spots. */
export function isWithoutSpots({ category }: Entry): boolean {
  return category.assisted === ALONE;
}
