import { z } from "zod";
import { awardIdSchema, awardRulesSchema } from "../award";
import { bandByName, MODE_GROUPS } from "../band";
import { storedContactSchema } from "./contact";
import { slotCellSchema } from "./reading";

const totalsSchema = z.object({
  /** Items worked and confirmed at all. */
  worked: z.int(),
  confirmed: z.int(),
});

/** How far an award of a logbook is. */
export const awardProgressSchema = totalsSchema.extend({
  award: awardIdSchema,
  /** Of an own award, as it was taken; null for one that ships. */
  rules: awardRulesSchema.nullable(),
  followed: z.boolean(),
  /** Of the items worked, and confirmed, those that count no more for new contacts. */
  deleted: totalsSchema,
  /** Items of which a credit is claimed, and granted. */
  claimed: z.int(),
  granted: z.int(),
  /** Whether all contacts are counted in; where not, a job is at it. */
  isCounted: z.boolean(),
});
export type AwardProgress = z.output<typeof awardProgressSchema>;

/** An award of a logbook: every slot that holds a contact. */
export const awardTableSchema = z.object({
  award: awardIdSchema,
  slots: z.array(z.object({ item: z.string(), ...slotCellSchema.shape })),
  /** The newest entry of the journal that is counted in. */
  upTo: z.int(),
  isCounted: z.boolean(),
  totals: totalsSchema,
});
export type AwardTable = z.output<typeof awardTableSchema>;

/** Which contacts of an award: those worth an item, or any of them, on a band, in a mode group. */
export const awardContactsQuerySchema = z.strictObject({
  item: z.string().min(1).max(200).optional(),
  band: z
    .string()
    .refine((band) => bandByName(band) !== undefined, "there is no such band")
    .optional(),
  modeGroup: z.enum(MODE_GROUPS).optional(),
});
export type AwardContactsQuery = z.output<typeof awardContactsQuerySchema>;

export const awardContactsSchema = z.object({
  total: z.int(),
  /** The newest of them. */
  items: z.array(storedContactSchema),
});

/** The items of an award that came new. */
export const awardNewsSchema = z.object({
  award: awardIdSchema,
  worked: z.array(z.string()),
  confirmed: z.array(z.string()),
});
export type AwardNews = z.output<typeof awardNewsSchema>;

/** How many items of an award were worked and confirmed by the end of a year, UTC. */
export const awardYearSchema = totalsSchema.extend({ year: z.int() });
export type AwardYear = z.output<typeof awardYearSchema>;

/** What an award would count: how many contacts, how many items, and those with the most contacts. */
export const awardTriedSchema = totalsSchema.extend({
  contacts: z.int(),
  items: z.array(z.object({ item: z.string(), contacts: z.int(), confirmed: z.boolean() })),
});
export type AwardTried = z.output<typeof awardTriedSchema>;

/** What lacks of an award, the easiest first. */
export const missingSchema = z.object({
  total: z.int(),
  items: z.array(
    z.object({
      item: z.string(),
      /** Contacts that nothing confirms. */
      contacts: z.int(),
      /** Announcements within the last day, and the last of them. */
      heard: z
        .object({
          count: z.int(),
          at: z.string(),
          call: z.string(),
          frequencyHz: z.int(),
          band: z.string(),
          mode: z.string(),
          submode: z.string().nullable(),
        })
        .nullable(),
      /** Whom to ask for a confirmation: of the likeliest the last contact, why he is likely, and when he was asked. */
      ask: z
        .object({
          contactId: z.int(),
          logbookId: z.int(),
          call: z.string(),
          startedAt: z.string(),
          band: z.string(),
          likely: z.enum(["confirmed before", "confirms online"]).nullable(),
          askedAt: z.string().nullable(),
        })
        .nullable(),
    }),
  ),
});
export type Missing = z.output<typeof missingSchema>;

/** Where items of an award lie, by the contacts with them. */
export const awardPlaceSchema = z.object({ item: z.string(), latitude: z.number(), longitude: z.number() });
export type AwardPlace = z.output<typeof awardPlaceSchema>;

const recordContactSchema = storedContactSchema.pick({
  id: true,
  call: true,
  startedAt: true,
  band: true,
  mode: true,
  submode: true,
});
export type RecordContact = z.output<typeof recordContactSchema>;
const distanceShape = {
  km: z.number(),
  /** By both grids; otherwise it is to the middle of their entity. */
  exact: z.boolean(),
  contact: recordContactSchema,
};

/** The records of a log. */
export const recordsSchema = z.object({
  farthest: z.array(z.object({ band: z.string(), modeGroup: z.enum(MODE_GROUPS), ...distanceShape })),
  byWatt: z.array(z.object({ band: z.string(), kmPerWatt: z.number(), power: z.number(), ...distanceShape })),
  /** The first contact with each entity, by its code. */
  firsts: z.array(z.object({ item: z.string(), contact: recordContactSchema })),
  /** The days with the most contacts, UTC. */
  days: z.array(z.object({ day: z.string(), contacts: z.int() })),
});
export type Records = z.output<typeof recordsSchema>;

/** What a recount of awards reports. */
export const countReportSchema = z.object({ counted: z.int() });
export type CountReport = z.output<typeof countReportSchema>;
