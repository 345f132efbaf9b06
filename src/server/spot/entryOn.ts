import { secondsOf } from "../../core/contact";
import { entriesOn } from "../contest/entries";
import type { Entry } from "../../core/contract";
import type { Context } from "../context";

/** The entry that contacts of a logbook go into now; null while no contest is on. */
export function entryOn(context: Context, logbookId: number): Entry | null {
  const now = context.now();
  const isNow = ({ period: { from, to } }: Entry) => secondsOf(from) <= now && now < secondsOf(to);
  return entriesOn(context, logbookId).find(isNow) ?? null;
}

/** The category of the open log format that takes no help of others. */
const ALONE = "NON-ASSISTED";

/** Whether an entry takes no help of others: then it has no spots. */
export function isWithoutSpots(entry: Entry | null): boolean {
  return entry?.category.assisted === ALONE;
}
