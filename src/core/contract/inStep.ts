import { z } from "zod";
import { MODE_GROUPS } from "../band";
import { FIGURES, type ServiceId, SERVICE_IDS } from "../confirm";
import { serviceIdSchema } from "./service";

/** Which services are brought in step. */
export const inStepInputSchema = z.strictObject({
  services: z
    .array(serviceIdSchema)
    .min(1, "choose at least one service")
    .max(SERVICE_IDS.length)
    .refine((services) => new Set(services).size === services.length, "name each service once"),
});

/** Whose chart it is: that of the log itself, or a service's. */
export const HERE = "here";
const PLACES = [HERE, ...SERVICE_IDS] as [typeof HERE, ...ServiceId[]];
const placeSchema = z.enum(PLACES);
export type Place = z.output<typeof placeSchema>;

const figuresSchema = z.record(z.enum(FIGURES), z.int());
const partSchema = z.object({ band: z.string().nullable(), modeGroup: z.enum(MODE_GROUPS).nullable() });

/** What a place has: all, by mode group, by band, by both; null where it is not known. */
export const placeChartSchema = z.object({
  place: placeSchema,
  /** Why it is not known. */
  problem: z.string().nullable(),
  lines: z.array(partSchema.extend({ figures: figuresSchema })).nullable(),
});
export type PlaceChart = z.output<typeof placeChartSchema>;

/** One act of bringing services in step. */
export const actSchema = z.object({
  id: z.int(),
  jobId: z.int(),
  startedAt: z.string(),
  /** When it was looked again how each stands; null where it has not come so far. */
  endedAt: z.string().nullable(),
  /** The figures of all that each place has. */
  totals: z.array(z.object({ place: placeSchema, before: figuresSchema.nullable(), after: figuresSchema.nullable() })),
});
export type Act = z.output<typeof actSchema>;

export const actViewSchema = actSchema.extend({
  before: z.array(placeChartSchema),
  /** Empty while it has not come so far. */
  after: z.array(placeChartSchema),
});
export type ActView = z.output<typeof actViewSchema>;

/** Which gain of an act: of which figure, where; without band or mode group of all of them. */
export const gainQuerySchema = z.strictObject({
  place: placeSchema,
  figure: z.enum(FIGURES),
  band: z.string().max(20).optional(),
  modeGroup: z.enum(MODE_GROUPS).optional(),
});
export type GainQuery = z.output<typeof gainQuerySchema>;

/** A contact that is behind a gain. */
export const gainedSchema = z.object({
  contactId: z.int(),
  call: z.string(),
  startedAt: z.string(),
  band: z.string(),
  mode: z.string(),
  entityCode: z.int().nullable(),
  /** Through which service it came. */
  service: serviceIdSchema,
});
export type Gained = z.output<typeof gainedSchema>;
