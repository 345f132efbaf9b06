import { z } from "zod";
import { contactQuerySchema } from "./contact";

/** Of which contacts something is counted. */
export const statisticQuerySchema = contactQuerySchema.pick({ filter: true, from: true, to: true });

const keySchema = z.union([z.string(), z.int()]);

/** What was counted: a figure for each series of the statistic. */
export const countedSchema = z.object({
  figures: z
    .array(z.object({ key: keySchema, across: keySchema.nullable(), values: z.array(z.int()).readonly() }))
    .readonly(),
  /** From how many it was counted. */
  contacts: z.int(),
  /** How many of them have no such value. */
  without: z.int(),
});
