import { z } from "zod";
import { columnById, USUAL_COLUMNS } from "./columns";
import { EMPTY_FILTER, type FilterGroup, filterSchema } from "./filter";
import { NEWEST_FIRST, type Sort } from "./sort";

/** A column of a view: which, and how wide, in pixels; one without a width shares what is left of the screen. */
export interface ViewColumn {
  readonly id: string;
  readonly width?: number | undefined;
}

/** What a log table shows: which columns in which order and width, sorted by what, of which contacts. */
export interface Layout {
  readonly columns: readonly ViewColumn[];
  readonly sort: Sort;
  readonly filter: FilterGroup;
}

/**
 * A column that this version does not know may stand in a layout: it is passed over when shown, and the rest of the
 * view works.
 */
export const layoutSchema: z.ZodType<Layout> = z.strictObject({
  columns: z
    .array(z.strictObject({ id: z.string().min(1).max(40), width: z.number().min(20).max(2000).optional() }))
    .min(1, "a view needs a column")
    .max(100),
  sort: z.strictObject({ column: z.string().max(40), descending: z.boolean() }),
  filter: filterSchema,
});

export const USUAL_LAYOUT: Layout = {
  columns: USUAL_COLUMNS.map((id) => ({ id })),
  sort: NEWEST_FIRST,
  filter: EMPTY_FILTER,
};

/** The names of those columns of a layout that are no longer there. */
export function goneFrom({ columns }: Layout): string[] {
  return columns.map(({ id }) => id).filter((id) => columnById(id) === undefined);
}
