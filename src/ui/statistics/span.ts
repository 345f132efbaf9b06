import { daySchema, stepDay } from "@/core/contact";
import type { Condition } from "@/core/view";

/** Days of which contacts are counted, both inside, "2026-11-23"; null where it is open. */
export interface Span {
  readonly from: string | null;
  readonly until: string | null;
}

/** A span with both ends. */
export type WholeSpan = Readonly<Record<keyof Span, string>>;

export const ALWAYS: Span = { from: null, until: null };

/** "2026-01-01..2026-11-28", "..2026-11-28"; null for none at all. */
export function spanText({ from, until }: Span): string | null {
  return from === null && until === null ? null : `${from ?? ""}..${until ?? ""}`;
}

/** The span of an address, which anybody may have written. */
export function parseSpan(text: string | null): Span {
  const [from = "", until = ""] = (text ?? "").split("..");
  const day = (typed: string) => daySchema.safeParse(typed).data ?? null;
  return { from: day(from), until: day(until) };
}

export function isWhole(span: Span): span is WholeSpan {
  return span.from !== null && span.until !== null;
}

/** "from 2026-01-01 to 2026-11-28", "all the time". */
export function spanWords({ from, until }: Span): string {
  if (from === null) return until === null ? "all the time" : `until ${until}`;
  return until === null ? `from ${from} on` : `from ${from} to ${until}`;
}

/** What the interface for programs is asked for. */
export function instantsOf({ from, until }: Span): { readonly from?: string; readonly to?: string } {
  return {
    ...(from === null ? {} : { from: `${from}T00:00:00Z` }),
    ...(until === null ? {} : { to: `${until}T23:59:59Z` }),
  };
}

/** The same, as conditions of a filter. */
export function conditionsOf({ from, until }: Span): Condition[] {
  return [
    ...(from === null ? [] : [{ field: "startedAt", is: "from" as const, value: from }]),
    ...(until === null ? [] : [{ field: "startedAt", is: "before" as const, value: stepDay(until, 1) }]),
  ];
}

/** Spans that end today. */
export function usualSpans(today: string): readonly { readonly name: string; readonly span: Span }[] {
  const year = Number(today.slice(0, 4));
  return [
    { name: "All the time", span: ALWAYS },
    { name: "This year", span: { from: `${year}-01-01`, until: today } },
    { name: "Last year", span: { from: `${year - 1}-01-01`, until: `${year - 1}-12-31` } },
    { name: "The last 12 months", span: { from: stepDay(yearsBefore(today, 1), 1), until: today } },
    { name: "The last 30 days", span: { from: stepDay(today, -29), until: today } },
  ];
}

/** What a span is compared with at a press: as many days before it, and the same days a year earlier. */
export function comparisonsOf(span: WholeSpan): readonly { readonly name: string; readonly span: WholeSpan }[] {
  const days = (Date.parse(span.until) - Date.parse(span.from)) / 86_400_000;
  const until = stepDay(span.from, -1);
  return [
    { name: "As many days before", span: { from: stepDay(until, -days), until } },
    {
      name: "The same days a year earlier",
      span: { from: yearsBefore(span.from, 1), until: yearsBefore(span.until, 1) },
    },
  ];
}

/** The same day some years before; of the 29th of February the 28th. */
function yearsBefore(day: string, years: number): string {
  const before = `${Number(day.slice(0, 4)) - years}${day.slice(4)}`;
  return daySchema.safeParse(before).success ? before : before.replace("-02-29", "-02-28");
}
