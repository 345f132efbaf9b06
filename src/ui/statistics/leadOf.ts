import { contactsOf, type Statistic } from "@/core/statistics";
import { type FilterGroup } from "@/core/view";
import type { Cell } from "./rows";
import { conditionsOf, type Span } from "./span";

/** Of which contacts something is counted. */
export interface Asked {
  readonly filter: FilterGroup;
  readonly span: Span;
  /** What it is compared with; null for nothing. */
  readonly other: Span | null;
}

/** The address of the contacts that a number was counted from; null where nothing was counted. */
export function leadOf(statistic: Statistic, { filter, span, other }: Asked, cell: Cell | undefined): string | null {
  if (cell === undefined || cell.figure === null || cell.value === 0) return null;
  const counted = cell.isOther && other !== null ? other : span;
  const of = [
    ...(filter.join === "all" ? filter.of : [filter]),
    ...conditionsOf(counted),
    ...contactsOf(statistic, cell.figure, cell.series),
  ];
  return `/desk?${new URLSearchParams({ filter: JSON.stringify({ join: "all", of } satisfies FilterGroup) }).toString()}`;
}
