import { z } from "zod";
import { parseLicence } from "../band";
import { callSchema, textSchema } from "../contact";
import { parseGrid } from "../geo";

/** A place one operates from. */
export const siteInputSchema = z.strictObject({
  name: z.string().trim().min(1, "a site needs a name").max(100),
  call: callSchema,
  operator: textSchema(40),
  grid: z.string().transform((value, context) => {
    const result = parseGrid(value);
    if (result.ok && result.grid.length >= 4) return result.grid;
    context.addIssue({
      code: "custom",
      message: result.ok ? "give at least four characters, as in GF35" : result.reason,
    });
    return z.NEVER;
  }),
  state: textSchema(20),
  county: textSchema(200),
  /** What the licence allows, as "7000-7040 CW; 14000-14350"; null for all that the region has. */
  licence: textSchema(2000).superRefine((text, context) => {
    const read = parseLicence(text ?? "");
    if (!read.ok) context.addIssue({ code: "custom", message: read.text });
  }),
  /** Watts. */
  power: z
    .number({ error: "the power is a number of watts" })
    .min(0, "the power is a number of watts")
    .max(1e6)
    .nullable()
    .default(null),
});

/** What a new logbook needs: a name, and the place one operates from. */
export const logbookInputSchema = z.strictObject({
  name: z.string().trim().min(1, "a logbook needs a name").max(100),
  site: siteInputSchema,
});

/** What can be changed about a logbook: what is left out stays. */
export const logbookChangeSchema = logbookInputSchema
  .pick({ name: true })
  .extend({ siteId: z.int().positive() })
  .partial()
  .refine((change) => Object.values(change).some((value) => value !== undefined), "nothing is to be changed");

export const siteSchema = z.object({
  id: z.int(),
  name: z.string(),
  call: z.string(),
  operator: z.string().nullable(),
  grid: z.string(),
  state: z.string().nullable(),
  county: z.string().nullable(),
  entityCode: z.int().nullable(),
  cqZone: z.int().nullable(),
  ituZone: z.int().nullable(),
  licence: z.string().nullable(),
  power: z.number().nullable(),
});
export type Site = z.output<typeof siteSchema>;

export const logbookSchema = z.object({
  id: z.int(),
  name: z.string(),
  contactCount: z.int(),
  createdAt: z.string(),
  site: siteSchema,
});
export type Logbook = z.output<typeof logbookSchema>;
