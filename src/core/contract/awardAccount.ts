import { z } from "zod";
import { awardIdSchema, TIE_CAUSES } from "../award";
import { claimedContactsSchema, creditKeySchema } from "./credit";
import { mendSchema, serviceIdSchema } from "./service";

const tiedContactSchema = z.object({
  id: z.int().nullable(),
  call: z.string(),
  startedAt: z.string(),
  band: z.string(),
  mode: z.string(),
});

const tieDifferenceSchema = z.object({
  cause: z.enum(TIE_CAUSES),
  item: z.string().nullable(),
  on: z.array(z.string()),
  theirs: tiedContactSchema.extend({ ownCall: z.string() }).nullable(),
  ours: tiedContactSchema.nullable(),
  text: z.string(),
  mend: mendSchema.nullable(),
  batchId: z.int().nullable(),
});

/** An award in an account against the log; core/award/tieOut says what the figures are. */
const awardTieSchema = z.object({
  award: awardIdSchema,
  /** Whether all contacts are counted in what is confirmed. */
  isCounted: z.boolean(),
  lines: z.array(
    z.object({
      on: z.string(),
      stated: z.int().nullable(),
      there: z.int(),
      here: z.int(),
      confirmed: z.int(),
      apart: z.int(),
    }),
  ),
  /** How many differences there are, and the first of them. */
  total: z.int(),
  differences: z.array(tieDifferenceSchema),
});
export type AwardTie = z.output<typeof awardTieSchema>;

export const awardAccountSchema = z.object({
  service: serviceIdSchema,
  /** When all of the account was fetched last; null for never. */
  fetchedAt: z.string().nullable(),
  awards: z.array(awardTieSchema),
});
export type AwardAccount = z.output<typeof awardAccountSchema>;

/** A claim to be handed in at a service. */
export const claimThroughSchema = z.strictObject({ contacts: claimedContactsSchema });

/** Credits that are open again, each of a contact. */
export const takeBackSchema = z.strictObject({
  credits: z
    .array(creditKeySchema.extend({ contactId: z.int().positive() }))
    .min(1)
    .max(500, "at most 500 credits at once"),
});
