import { type FilterGroup, filterText } from "@/core/view";
import { type Span, spanText } from "./span";

/** Where the statistics of the contacts of a filter and a time are. */
export function statisticsAddress(filter: FilterGroup, span: Span): string {
  const parts = Object.entries({ filter: filterText(filter), time: spanText(span) }).filter(
    (part): part is [string, string] => part[1] !== null,
  );
  return `/desk/statistics${parts.length === 0 ? "" : `?${new URLSearchParams(parts).toString()}`}`;
}
