import { z } from "zod";
import { parseLicence, reportFault } from "../band";
import { isForward, callSchema, parseAntennas, textSchema, timeSchema, wholeSchema } from "../contact";
import { DISTANCE_UNITS, parseGrid } from "../geo";
import { type FormCheck, islandFault, parkFault, summitFault } from "../reference";

/** A reference in capitals, of a form. */
function referenceSchema(longest: number, fault: FormCheck) {
  return textSchema(longest)
    .transform((text) => text?.toUpperCase() ?? null)
    .superRefine((text, context) => {
      const message = text === null ? null : fault(text);
      if (message !== null) context.addIssue({ code: "custom", message });
    });
}

const siteFactsSchema = z.strictObject({
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
  /** Null for those of the call. */
  cqZone: wholeSchema(1, 40),
  ituZone: wholeSchema(1, 90),
  island: referenceSchema(20, islandFault),
  summit: referenceSchema(40, summitFault),
  park: referenceSchema(200, parkFault),
  /** By band, as "20m-10m: beam; 40m: dipole". */
  antennas: textSchema(2000).superRefine((text, context) => {
    const read = parseAntennas(text ?? "");
    if (!read.ok) context.addIssue({ code: "custom", message: read.text });
  }),
  /**
   * When a logbook is operated from it, whichever site is chosen: its contacts of that time are logged from here. With
   * neither end it is used when it is chosen.
   */
  logbookId: z.int().positive().nullable().default(null),
  validFrom: timeSchema.nullable().default(null),
  validUntil: timeSchema.nullable().default(null),
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

/** A place one operates from. */
export const siteInputSchema = siteFactsSchema.superRefine(({ logbookId, validFrom, validUntil }, context) => {
  const fault = (field: string, message: string) => context.addIssue({ code: "custom", path: [field], message });
  if (!isForward(validFrom, validUntil)) fault("validUntil", "it ends before it begins: give a later time");
  const hasTimes = validFrom !== null || validUntil !== null;
  if (hasTimes && logbookId === null) fault("logbookId", "say which logbook is operated from here at that time");
  if (!hasTimes && logbookId !== null)
    fault("validFrom", "say from when or until when that logbook is operated from here");
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
  /** One with times would be that of a logbook that is there already. */
  site: siteFactsSchema.omit({ logbookId: true, validFrom: true, validUntil: true }),
});

export const ZEROS = ["slashed", "plain"] as const;

/** What a logbook offers before anything is typed, and how it says things. */
const logbookDefaultsSchema = z.object({
  /** What it is for, in the operator's words. */
  about: z.string().trim().max(2000),
  /** Watts, before those of the site; null for those of the site. */
  power: siteFactsSchema.shape.power.unwrap(),
  /** The reports that are offered, by mode group; of one that is left out the usual. */
  reports: z
    .strictObject({ CW: reportSchema("CW"), voice: reportSchema("SSB"), digital: reportSchema("RTTY") })
    .partial(),
  distances: z.enum(DISTANCE_UNITS),
  /** How the digit zero is drawn. */
  zero: z.enum(ZEROS),
});

/** What can be changed about a logbook: what is left out stays. */
export const logbookChangeSchema = logbookInputSchema
  .pick({ name: true })
  .extend({
    siteId: z.int().positive(),
    /** Just the others that count for awards together with it. */
    countsWith: z.array(z.int().positive()).max(1000),
    ...logbookDefaultsSchema.shape,
  })
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
  island: z.string().nullable(),
  summit: z.string().nullable(),
  park: z.string().nullable(),
  antennas: z.string().nullable(),
  logbookId: z.int().nullable(),
  validFrom: z.string().nullable(),
  validUntil: z.string().nullable(),
  licence: z.string().nullable(),
  power: z.number().nullable(),
});
export type Site = z.output<typeof siteSchema>;

export const logbookSchema = z.object({
  id: z.int(),
  name: z.string(),
  contactCount: z.int(),
  createdAt: z.string(),
  /** The site that is chosen for it. */
  siteId: z.int(),
  /** The site that contacts are logged from now: that whose times they are, or else the chosen one. */
  site: siteSchema,
  /** The others that count for awards together with it; of those that may be read. */
  countsWith: z.array(z.int()),
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
