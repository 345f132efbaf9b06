import { z } from "zod";
import { awardIdSchema, creditSchema } from "../award";
import { MODE_GROUPS } from "../band";

export const creditKeySchema = creditSchema.pick({ award: true, item: true, on: true });

/** A contact of a claim, or of a plan. */
const claimContactSchema = z.object({
  id: z.int(),
  /** It may be another one, which counts together with it. */
  logbookId: z.int(),
  call: z.string(),
  startedAt: z.string(),
  band: z.string(),
  mode: z.string(),
  submode: z.string().nullable(),
  modeGroup: z.enum(MODE_GROUPS),
  entityCode: z.int().nullable(),
});
export type ClaimContact = z.output<typeof claimContactSchema>;

/** A credit with the contact that brings it. */
export const heldCreditSchema = creditSchema.extend({ contact: claimContactSchema });
export type HeldCredit = z.output<typeof heldCreditSchema>;

/** With how many contacts a claim is recorded at most: it is one step, which others wait for. */
export const MOST_CLAIMED = 200;
const contactIds = z.array(z.int().positive()).max(5000).default([]);
/** What a claim is planned for: awards, what each contact and each card costs, and contacts in or out of it. */
export const claimPlanInputSchema = z.strictObject({
  awards: z.array(awardIdSchema).min(1, "choose an award").max(60),
  /** In the smallest coin. */
  fees: z.strictObject({ contact: z.int().min(0).max(1_000_000), card: z.int().min(0).max(1_000_000) }),
  forced: contactIds,
  out: contactIds,
  /** With how many contacts at most. */
  most: z.int().min(1).max(MOST_CLAIMED).default(100),
});
export type ClaimPlanInput = z.output<typeof claimPlanInputSchema>;

export const claimPlanSchema = z.object({
  contacts: z.array(
    z.object({
      contact: claimContactSchema,
      credits: z.array(creditKeySchema),
      /** Its card is to be pulled: no signature proves all of it. */
      isCard: z.boolean(),
      forced: z.boolean(),
    }),
  ),
  credits: z.int(),
  cost: z.int(),
  /** All that could be had; no plan that brings as much costs less than the bound. */
  whole: z.object({ contacts: z.int(), credits: z.int(), cost: z.int(), bound: z.int() }),
  /** What could be had besides, if contacts that are worked were confirmed. */
  unconfirmed: z.int(),
});
export type ClaimPlanView = z.output<typeof claimPlanSchema>;

/** The number of a claim, as its sponsor or oneself gave it. */
const claimNumber = z.string().trim().min(1, "give the claim a number, or a name").max(60);

/** What a claim consists of. */
export const claimedContactsSchema = z
  .array(z.strictObject({ id: z.int().positive(), credits: z.array(creditKeySchema).min(1).max(300) }))
  .min(1)
  .max(MOST_CLAIMED, `a claim holds ${MOST_CLAIMED} contacts at most: plan with fewer`);
export type ClaimedContacts = z.output<typeof claimedContactsSchema>;

/** A claim that was sent by hand. */
export const claimInputSchema = z.strictObject({
  number: claimNumber,
  day: z.iso.date(),
  contacts: claimedContactsSchema,
});

/** What became of credits of a claim: of all that are still open, or of some of those. */
export const claimOutcomeSchema = z
  .strictObject({
    number: claimNumber,
    state: z.enum(["granted", "refused"]),
    day: z.iso.date(),
    reason: z.string().trim().max(500).nullable().default(null),
    credits: z.array(creditKeySchema).max(5000).optional(),
  })
  .refine(({ state, reason }) => state === "granted" || (reason !== null && reason !== ""), {
    path: ["reason"],
    error: "say why it was refused",
  });

export const claimReportSchema = z.object({ batchId: z.int().nullable(), credits: z.int(), contacts: z.int() });
export type ClaimReport = z.output<typeof claimReportSchema>;

/** A claim as it stands. */
export const claimSchema = z.object({
  number: z.string(),
  /** The newest day of its credits. */
  day: z.string().nullable(),
  awards: z.array(awardIdSchema),
  contacts: z.int(),
  claimed: z.int(),
  granted: z.int(),
  refused: z.int(),
});
export type Claim = z.output<typeof claimSchema>;

/** Credits that were granted long ago, as lines: call, day, band, mode. */
export const grantListSchema = z.strictObject({
  awards: z.array(awardIdSchema).min(1, "choose an award").max(60),
  text: z.string().min(1, "there are no lines").max(900_000),
});

export const grantReportSchema = claimReportSchema.extend({
  /** Lines that granted nothing, and why. */
  left: z.array(z.object({ line: z.int(), text: z.string(), why: z.string() })),
});
export type GrantReport = z.output<typeof grantReportSchema>;
