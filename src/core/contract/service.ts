import { z } from "zod";
import { selectionSchema } from "./contact";
import { ANSWERS, CAUSES, sendTimesSchema, type ServiceId, SERVICE_IDS } from "../confirm";

export const serviceIdSchema = z.enum(SERVICE_IDS as [ServiceId, ...ServiceId[]]);

/** How a service is reached, without its token. */
export const serviceSettingsSchema = z.object({
  service: serviceIdSchema,
  /** Whether new contacts wait for it. */
  isUsed: z.boolean(),
  url: z.string(),
  hasToken: z.boolean(),
  /** When what waits is sent by itself. */
  byItself: sendTimesSchema,
});
export type ServiceSettings = z.output<typeof serviceSettingsSchema>;

/** What is not given stays as it is. */
export const serviceSettingsPatchSchema = z.strictObject({
  isUsed: z.boolean().optional(),
  url: z
    .url({ protocol: /^https?$/, error: "give an address like https://service.example" })
    .max(500)
    .optional(),
  token: z.string().trim().max(500, "a token has at most 500 characters").optional(),
  byItself: sendTimesSchema.optional(),
});
export type ServiceSettingsPatch = z.output<typeof serviceSettingsPatchSchema>;

const outboxEntrySchema = z.object({
  contactId: z.int(),
  call: z.string(),
  ownCall: z.string().nullable(),
  startedAt: z.string(),
  band: z.string(),
  mode: z.string(),
  queuedAt: z.string(),
  /** Why the service refused it; it waits for the mend. */
  refused: z.string().nullable(),
});

const sendingSchema = z.object({ id: z.int(), at: z.string(), accepted: z.int(), known: z.int(), refused: z.int() });
export type Sending = z.output<typeof sendingSchema>;

/** A change of contacts of ours that would make them meet what others say. */
export const mendSchema = z.discriminatedUnion("do", [
  z.object({ do: z.literal("shift"), seconds: z.int() }),
  z.object({ do: z.literal("set"), field: z.enum(["band", "mode", "ownCall", "call"]), value: z.string() }),
]);

const missGroupSchema = z.object({
  cause: z.enum(CAUSES),
  text: z.string(),
  count: z.int(),
  /** What mends all of them, where one thing does, and the contacts of ours. */
  mend: mendSchema.nullable(),
  contactIds: z.array(z.int()),
  /** The first of them. */
  items: z.array(
    z.object({
      /** The service's own name for it. */
      id: z.string(),
      call: z.string(),
      ownCall: z.string().nullable(),
      startedAt: z.string(),
      band: z.string(),
      mode: z.string(),
      /** What the group does not say. */
      text: z.string(),
      contactId: z.int().nullable(),
      mend: mendSchema.nullable(),
    }),
  ),
});
export type MissView = z.output<typeof missGroupSchema>;

/** Statements that are left alone, or all that were are taken up again. */
export const leaveSchema = z.union([
  z.strictObject({ leave: z.array(z.string().max(100)).min(1).max(10_000) }),
  z.strictObject({ takeUp: z.literal("all") }),
]);

/** How a logbook stands with a service. */
export const serviceViewSchema = z.object({
  service: serviceIdSchema,
  settings: serviceSettingsSchema,
  /** Until when it asked to be left alone; null where it did not. */
  restsUntil: z.string().nullable(),
  waiting: z.int(),
  refused: z.int(),
  fetchedAt: z.string().nullable(),
  /** The newest of what waits. */
  entries: z.array(outboxEntrySchema),
  sendings: z.array(sendingSchema),
  /** What others say of us that meets no contact of ours, by what keeps it apart. */
  withoutTwin: z.array(missGroupSchema),
  /** How many of them were left alone. */
  leftAlone: z.int(),
});
export type ServiceView = z.output<typeof serviceViewSchema>;

/** Which contacts a sending is about, and whether also those of which the log says that the service has them. */
export const sendChoiceSchema = z.strictObject({ selection: selectionSchema, again: z.boolean().default(false) });
export type SendChoice = z.output<typeof sendChoiceSchema>;

/** All that was not sent yet; what is not to be sent stays. */
export const UNSENT: SendChoice = { selection: { all: {}, except: [] }, again: false };

/** From where on to fetch once more: from the beginning, or what was made from a day on. */
export const fetchChoiceSchema = z.strictObject({
  from: z.union([z.literal("beginning"), z.iso.date()], { error: 'say "beginning", or a day as in 2026-11-23' }),
});
export type FetchChoice = z.output<typeof fetchChoiceSchema>;

/** What a sending would be, before anything goes. */
export const sendLookSchema = z.object({
  service: serviceIdSchema,
  selected: z.int(),
  goes: z.int(),
  /** By our call and place, the most first. */
  groups: z.array(
    z.object({
      ownCall: z.string(),
      ownGrid: z.string().nullable(),
      count: z.int(),
      from: z.string(),
      to: z.string(),
      /** Until when the identity is valid that signs them; null where nothing is signed. */
      signedUntil: z.string().nullable().default(null),
    }),
  ),
  /** What stays here and why, the most first. */
  leftOut: z.array(z.object({ why: z.string(), count: z.int() })),
});
export type SendLook = z.output<typeof sendLookSchema>;

/** How many contacts wait for a service, and whether sending by itself pauses. */
export const outboxSchema = z.object({
  service: serviceIdSchema,
  isUsed: z.boolean(),
  waiting: z.int(),
  pause: z.object({ until: z.string(), why: z.string() }).nullable(),
});
export type OutboxState = z.output<typeof outboxSchema>;

/** What a service has of one of our calls, and what we believe that it has. */
export const accountLineSchema = z.object({
  call: z.string(),
  contacts: z.int(),
  confirmed: z.int(),
  lastAt: z.string().nullable(),
  ours: z.object({ sent: z.int(), confirmed: z.int(), lastAt: z.string().nullable() }),
});
export type AccountComparison = z.output<typeof accountLineSchema>;

export const receiptLineSchema = z.object({
  contactId: z.int(),
  call: z.string(),
  answer: z.enum(ANSWERS),
  reason: z.string().nullable(),
});
export type ReceiptLine = z.output<typeof receiptLineSchema>;
