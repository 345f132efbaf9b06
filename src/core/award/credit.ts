import { z } from "zod";
import { awardIdSchema } from "./awardId";

/** What became of a request for a credit: it was claimed, granted, or refused. One that was not asked for has none. */
export const CREDIT_STATES = ["claimed", "granted", "refused"] as const;
export type CreditState = (typeof CREDIT_STATES)[number];

/**
 * A credit that a contact brings: an item of an award as such, on a band, or in a mode group; and how it stands. It is
 * part of its contact, as a confirmation is.
 */
export const creditSchema = z.strictObject({
  award: awardIdSchema,
  item: z.string().min(1).max(200),
  /** "" for the item as such, or a band, or a mode group. */
  on: z.string().max(20).default(""),
  state: z.enum(CREDIT_STATES),
  /** Since when it stands so. */
  day: z.iso.date().nullable().default(null),
  /** The number of the claim. */
  claim: z.string().max(60).nullable().default(null),
  /** Who said so: "hand", or a service. */
  source: z.string().min(1).max(30).default("hand"),
  /** Why it was refused. */
  reason: z.string().max(500).nullable().default(null),
});
export type Credit = z.output<typeof creditSchema>;

/** Which credit it is, of whichever contact. */
export type CreditKey = Pick<Credit, "award" | "item" | "on">;

export function creditKey({ award, item, on }: CreditKey): string {
  return `${award}\n${item}\n${on}`;
}

/** How a credit stands with a contact, from what an account says: what was granted elsewhere is not taken back by it. */
export function creditFrom(ours: Credit | undefined, theirs: Credit): Credit {
  const isGrantedElsewhere = ours?.state === "granted" && ours.source !== theirs.source;
  return isGrantedElsewhere && theirs.state !== "granted" ? ours : theirs;
}

const ORDER: readonly CreditState[] = ["refused", "claimed", "granted"];

/** The credits of a contact with those of another account of it: where both have one, what is further holds. */
export function furtherCredits(ours: readonly Credit[], theirs: readonly Credit[]): Credit[] {
  const own = new Map(ours.map((credit) => [creditKey(credit), ORDER.indexOf(credit.state)]));
  return withCredits(
    ours,
    theirs.filter((credit) => ORDER.indexOf(credit.state) > (own.get(creditKey(credit)) ?? -1)),
  );
}

/** A contact's credits with some set: each in place of the one that it is. */
export function withCredits(credits: readonly Credit[], set: readonly Credit[]): Credit[] {
  return [...new Map([...credits, ...set].map((credit) => [creditKey(credit), credit])).values()];
}
