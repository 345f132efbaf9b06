import { z } from "zod";
import { columnById } from "./columns";

/** By which column a log table is ordered. */
export interface Sort {
  readonly column: string;
  readonly descending: boolean;
}

export const NEWEST_FIRST: Sort = { column: "startedAt", descending: true };

/** A sort as text: "call", or "-startedAt" for the other way round. */
export const sortSchema = z
  .string()
  .max(40)
  .transform((text, context): Sort => {
    const column = text.replace(/^-/, "");
    if (columnById(column) !== undefined) return { column, descending: text.startsWith("-") };
    context.addIssue({ code: "custom", message: `there is no column "${column}" to sort by` });
    return z.NEVER;
  });

export function sortText({ column, descending }: Sort): string {
  return `${descending ? "-" : ""}${column}`;
}
