import { z } from "zod";
import { parseLicence, reportFault } from "../band";
import { callSchema, textSchema } from "../contact";
import { DISTANCE_UNITS, parseGrid } from "../geo";

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

function reportSchema(mode: string) {
  return z
    .string()
    .trim()
    .min(1)
    .max(10)
    .superRefine((report, context) => {
      const fault = reportFault(report, mode, null);
      if (fault !== null) context.addIssue({ code: "custom", message: fault });
    });
}

/** What a new logbook needs: a name, and the place one operates from. */
export const logbookInputSchema = z.strictObject({
  name: z.string().trim().min(1, "a logbook needs a name").max(100),
  site: siteInputSchema,
});

/** What a logbook offers before anything is typed, and how it says things. */
const logbookDefaultsSchema = z.object({
  /** What it is for, in the operator's words. */
  about: z.string().trim().max(2000),
  /** Watts, before those of the site; null for those of the site. */
  power: siteInputSchema.shape.power.unwrap(),
  /** The reports that are offered, by mode group; of one that is left out the usual. */
  reports: z
    .strictObject({ CW: reportSchema("CW"), voice: reportSchema("SSB"), digital: reportSchema("RTTY") })
    .partial(),
  distances: z.enum(DISTANCE_UNITS),
});

/** What can be changed about a logbook: what is left out stays. */
export const logbookChangeSchema = logbookInputSchema
  .pick({ name: true })
  .extend({ siteId: z.int().positive(), ...logbookDefaultsSchema.shape })
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
  ...logbookDefaultsSchema.shape,
});
export type Logbook = z.output<typeof logbookSchema>;

/** How much is in a logbook. */
export const logbookTotalsSchema = z.object({
  contacts: z.int(),
  /** Contacts that a card or a service confirms. */
  confirmed: z.int(),
  entities: z.int(),
  entitiesConfirmed: z.int(),
  /** When its first and last contacts were; null where there is none. */
  first: z.iso.datetime().nullable(),
  last: z.iso.datetime().nullable(),
});
export type LogbookTotals = z.output<typeof logbookTotalsSchema>;

/** A logbook is deleted by who types its name. */
export const logbookNamedSchema = z.strictObject({ name: z.string().max(100) });
