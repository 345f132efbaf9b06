import { z } from "zod";

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

/** How a logbook stands with a service. */
export const serviceViewSchema = z.object({
  service: z.literal("lantern"),
  waiting: z.int(),
  refused: z.int(),
  fetchedAt: z.string().nullable(),
  /** The newest of what waits. */
  entries: z.array(outboxEntrySchema),
  sendings: z.array(sendingSchema),
  /** What others say of us that meets no contact of ours. */
  withoutTwin: z.array(
    z.object({
      call: z.string(),
      startedAt: z.string(),
      band: z.string(),
      mode: z.string(),
      explanation: z.string().nullable(),
    }),
  ),
});
export type ServiceView = z.output<typeof serviceViewSchema>;

export const receiptLineSchema = z.object({
  contactId: z.int(),
  call: z.string(),
  answer: z.enum(["accepted", "known", "refused"]),
  reason: z.string().nullable(),
});
export type ReceiptLine = z.output<typeof receiptLineSchema>;
