import { z } from "zod";

/** What becomes of a contact that another program sent. */
export const ARRIVAL_OUTCOMES = ["logged", "twin", "asked", "refused", "dropped", "undone"] as const;
export type ArrivalOutcome = (typeof ARRIVAL_OUTCOMES)[number];

export const arrivalSchema = z.object({
  id: z.int(),
  /** The link through which it came, and the address and port that sent it. */
  linkName: z.string(),
  sender: z.string(),
  at: z.string(),
  logbookId: z.int(),
  call: z.string().nullable(),
  startedAt: z.string().nullable(),
  band: z.string().nullable(),
  mode: z.string().nullable(),
  outcome: z.enum(ARRIVAL_OUTCOMES),
  /** Why, where there is something to say. */
  text: z.string().nullable(),
  contactId: z.int().nullable(),
});
export type Arrival = z.output<typeof arrivalSchema>;

/** What is said of a contact that waits to be confirmed. */
export const arrivalFactsSchema = z.strictObject({
  comment: z.string().max(10_000).optional(),
  propagation: z.string().max(20).optional(),
  power: z.number().min(0).max(10_000).optional(),
});
export type ArrivalFacts = z.output<typeof arrivalFactsSchema>;
