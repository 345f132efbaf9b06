import { z } from "zod";
import { MODE_GROUPS } from "../band";
import { cleanCall, parseCallsign } from "../callsign";
import { CHANCES } from "../spot";
import { awardWorthSchema, briefEntitySchema, worthReadingSchema } from "./reading";

/** A station that a spot network has announced, and what it is to a logbook. */
export const spotSchema = z.object({
  id: z.int(),
  call: z.string(),
  base: z.string(),
  frequencyHz: z.int(),
  /** Where it listens; null where it says of no other frequency. */
  listensHz: z.int().nullable(),
  band: z.string(),
  mode: z.string(),
  submode: z.string().nullable(),
  modeGroup: z.enum(MODE_GROUPS),
  firstAt: z.string(),
  lastAt: z.string(),
  remark: z.string(),
  /** How often it was announced. */
  count: z.int(),
  /** Who announced it, the newest first. */
  heard: z.array(z.object({ spotter: z.string(), continent: z.string().nullable(), at: z.string() })),
  /** Calls that others read instead. */
  others: z.array(z.object({ call: z.string(), count: z.int() })),
  entity: briefEntitySchema.nullable(),
  continent: z.string().nullable(),
  /** The most that a contact would add for the awards that are followed; null where it is for none. */
  worth: worthReadingSchema.nullable(),
  /** The same for each award that is followed. */
  worths: z.array(awardWorthSchema),
  /** Contacts with the station so far, and whether one was on this band and mode within the last day. */
  contacts: z.int(),
  duplicate: z.boolean(),
  /** Whether the station confirms contacts online, as a directory says; null where that is not known. */
  confirmsOnline: z.boolean().nullable(),
  /** What it is worth in the contest that is on; null where none is, or where it is none of it. */
  contest: z.object({ points: z.number(), duplicate: z.boolean(), fresh: z.array(z.string()) }).nullable(),
  chance: z.enum(CHANCES),
  /** Why it is as likely to be heard here. */
  reason: z.string(),
  distanceKm: z.number().nullable(),
  /** Degrees. */
  bearing: z.number().nullable(),
  /** Worth times chance: what to do next. */
  rank: z.number(),
});
export type SpotView = z.output<typeof spotSchema>;

/** A remark that we announce. */
export const LONGEST_REMARK = 60;
/** What is said goes out as a line. */
export const ONE_LINE = /^[^\r\n]*$/;

/** What a spot network is told. */
export const spotCommandSchema = z.discriminatedUnion("do", [
  z.strictObject({
    do: z.literal("say"),
    text: z.string().trim().min(1, "there is nothing to say").max(300).regex(ONE_LINE, "one line at a time"),
  }),
  z.strictObject({
    do: z.literal("announce"),
    call: z
      .string()
      .max(30)
      .regex(ONE_LINE, "a call, as DL1QTA")
      .transform(cleanCall)
      .refine((text) => parseCallsign(text).ok, "a call, as DL1QTA"),
    frequencyHz: z.int().min(100_000).max(300_000_000_000),
    remark: z
      .string()
      .trim()
      .max(LONGEST_REMARK, `a remark has at most ${LONGEST_REMARK} characters`)
      .regex(ONE_LINE, "one line")
      .default(""),
  }),
]);

/** A line that went between us and a program of lines. */
export const textLineSchema = z.object({ at: z.string(), sent: z.boolean(), text: z.string() });
export type TextLine = z.output<typeof textLineSchema>;

/** Which spots are shown, and in which order. */
export const spotFilterSchema = z.object({
  /** "" for all, "here" for the band that one is on. */
  band: z.string().max(20),
  modeGroup: z.enum(["", ...MODE_GROUPS]),
  /** "needed": fresh and wanted; "unconfirmed": also what was worked and is not confirmed. */
  worth: z.enum(["", "needed", "unconfirmed"]),
  /** At least as likely. */
  chance: z.enum(["", ...CHANCES]),
  /** Announced by somebody of the continent. */
  continent: z.string().max(2),
  /** Announced within so many minutes. */
  minutes: z.int().min(0).max(1440),
  order: z.enum(["rank", "frequency", "age", "call"]),
  descending: z.boolean(),
});
export type SpotFilter = z.output<typeof spotFilterSchema>;
