import { z } from "zod";
import { selectionSchema } from "./contact";

export const EXPORT_FORMS = ["adi", "adx", "csv"] as const;
export type ExportForm = (typeof EXPORT_FORMS)[number];

/** What to export: the log, a selection or what a filter holds, or what is new or changed since the last export. */
export const exportInputSchema = z.strictObject({
  form: z.enum(EXPORT_FORMS),
  what: z.discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("log") }),
    z.strictObject({ kind: z.literal("new") }),
    z.strictObject({ kind: z.literal("selection"), selection: selectionSchema }),
  ]),
  /** The columns of a CSV file, by their ids. */
  columns: z.array(z.string().max(40)).max(100).optional(),
});
export type ExportInput = z.output<typeof exportInputSchema>;

export const exportSchema = z.object({
  id: z.int(),
  at: z.string(),
  form: z.enum(EXPORT_FORMS),
  what: z.enum(["log", "new", "selection"]),
  contacts: z.int(),
});
export type Export = z.output<typeof exportSchema>;
