import { z } from "zod";
import { MODE_GROUPS } from "../band";
import { storedContactSchema } from "./contact";
import { directoryEntrySchema } from "./directory";

export const briefEntitySchema = z.object({ code: z.int(), name: z.string(), prefix: z.string() });

/** Which entity a call operates from, and what follows from it. */
export const callPlaceSchema = z.object({
  call: z.string(),
  base: z.string(),
  /** As prefix-counting contests and awards take it. */
  prefix: z.string(),
  entity: briefEntitySchema.nullable(),
  continent: z.string().nullable(),
  cqZone: z.int().nullable(),
  ituZone: z.int().nullable(),
  latitude: z.number().nullable(),
  longitude: z.number().nullable(),
  /** All entities the call could stand for, the likeliest first; empty when there is only one. */
  candidates: z.array(briefEntitySchema),
  /** The administration that the ITU allocated the series to. */
  country: z.string().nullable(),
  /** Why there is no entity. */
  reason: z.string().nullable(),
});
export type CallPlace = z.output<typeof callPlaceSchema>;

/** Within which time a second contact on band and mode group is a duplicate where nobody chose another, seconds. */
export const DUPLICATE_WITHIN = 86_400;

export const readingQuerySchema = z.strictObject({
  call: z.string().max(30),
  band: z.string().max(20),
  mode: z.string().max(40),
  grid: z.string().max(12).optional(),
  /** Which browser asks: what it types on ends what it asked the directory before. */
  position: z.string().max(60).default(""),
  /** Within which time a second contact on band and mode group is a duplicate, seconds. */
  within: z.coerce.number().int().min(0).max(4_000_000_000).default(DUPLICATE_WITHIN),
});

/** A call of the log or of the directory that fits what is typed so far. */
export const callHintSchema = z.object({ call: z.string(), contacts: z.int() });
export type CallHint = z.output<typeof callHintSchema>;

export const slotCellSchema = z.object({
  band: z.string(),
  modeGroup: z.enum(MODE_GROUPS),
  worked: z.int(),
  confirmed: z.int(),
});

/** What the log and the directory have of a station. */
export const stationReadingSchema = z.object({
  base: z.string(),
  contacts: z.int(),
  previous: z.array(storedContactSchema),
  /** What the operator keeps about the station. */
  note: z.string().nullable(),
  /** As far as it is known; an answer that arrives later is told by the live stream. */
  directory: directoryEntrySchema.nullable(),
});
export type StationReading = z.output<typeof stationReadingSchema>;

/** A station, and on which band and in which mode it would be worked. */
export const stationQuerySchema = readingQuerySchema.pick({ position: true, band: true, mode: true, grid: true });

/** What a contact would add, and why in a few words. */
export const worthReadingSchema = z.object({ worth: z.enum(["fresh", "wanted", "hold", "safe"]), text: z.string() });

/** What a contact would be worth for an award that is followed, by one of its items. */
export const awardWorthSchema = worthReadingSchema.extend({ award: z.string(), name: z.string(), item: z.string() });

/** What is said of a call being typed: who, where, and what a contact would be worth. */
export const readingSchema = z.object({
  place: callPlaceSchema,
  /** Degrees and kilometres on the sphere. */
  beam: z
    .object({ bearing: z.number(), longBearing: z.number(), distanceKm: z.number(), longDistanceKm: z.number() })
    .nullable(),
  sun: z
    .object({ phase: z.enum(["day", "twilight", "dark"]), since: z.string().nullable(), until: z.string().nullable() })
    .nullable(),
  point: z.object({ latitude: z.number(), longitude: z.number() }).nullable(),
  worth: worthReadingSchema.nullable(),
  station: stationReadingSchema.omit({ directory: true }).extend({ duplicate: z.boolean() }),
  directory: stationReadingSchema.shape.directory,
  slots: z.array(slotCellSchema),
  followed: z.array(awardWorthSchema),
});
export type Reading = z.output<typeof readingSchema>;

/** What the log and the directory have of a station, and what it is worth for the awards that are followed. */
export const stationOnAirSchema = stationReadingSchema.extend({ followed: readingSchema.shape.followed });
export type StationOnAir = z.output<typeof stationOnAirSchema>;

/** At which hours of the day, 0 to 23 UTC, and on which bands an entity was worked. */
export const workedHoursSchema = z.object({
  /** How many contacts were looked at, the newest. */
  contacts: z.int(),
  items: z.array(z.object({ band: z.string(), hour: z.int(), contacts: z.int() })),
});
export type WorkedHours = z.output<typeof workedHoursSchema>;
