import { z } from "zod";
import { ASK_WAYS, type AskWay, CHANNEL_IDS } from "../confirm";

const waySchema = z.enum(ASK_WAYS as [AskWay, ...AskWay[]]);

/** A question to the other operator: how, and what is written. */
export const askInputSchema = z.strictObject({
  way: waySchema,
  text: z.string().trim().min(1, "write what you ask").max(5000, "a question has at most 5000 characters"),
});

const askedSchema = z.object({ way: waySchema, at: z.string() });

/** How a contact stands that lacks a confirmation. */
export const askingSchema = z.object({
  /** Why it lacks one, service by service; nothing where it is confirmed. */
  lacks: z.array(z.object({ channel: z.enum(CHANNEL_IDS), text: z.string() })),
  /** What may be written. */
  text: z.string(),
  /** When the other operator was asked, the newest first. */
  asked: z.array(askedSchema),
});
export type Asking = z.output<typeof askingSchema>;

/** A contact whose operator was asked, and that is not confirmed. */
export const unansweredSchema = z.object({
  contactId: z.int(),
  call: z.string(),
  ownCall: z.string().nullable(),
  startedAt: z.string(),
  band: z.string(),
  mode: z.string(),
  times: z.int(),
  last: askedSchema,
});
export type Unanswered = z.output<typeof unansweredSchema>;
