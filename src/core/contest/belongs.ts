import { secondsOf } from "../contact/seconds";

/** A contact that was made a day off the period still belongs to the entry: the log check then says so. */
const MARGIN = 86_400;

interface EntryOf {
  readonly logbookId: number;
  readonly tag: string;
  readonly period: { readonly from: string; readonly to: string };
}

/** From when until when contacts of a contest belong to an entry, seconds since 1970 UTC, the end outside. */
export function spanOf({ period }: Pick<EntryOf, "period">): { readonly from: number; readonly to: number } {
  return { from: secondsOf(period.from) - MARGIN, to: secondsOf(period.to) + MARGIN };
}

/** Whether a contact belongs to an entry. */
export function belongsTo(
  entry: EntryOf,
  contact: { readonly logbookId: number; readonly contestId: string | null; readonly startedAt: number },
): boolean {
  const { from, to } = spanOf(entry);
  const { logbookId, contestId, startedAt } = contact;
  return logbookId === entry.logbookId && contestId === entry.tag && startedAt >= from && startedAt < to;
}
