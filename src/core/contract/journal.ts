import { z } from "zod";

/** A batch of the journal: changes that were made together, and are undone together. */
export const batchSchema = z.object({
  id: z.int(),
  at: z.string(),
  actor: z.string(),
  /** Of the person who did it; null for whoever sat at the computer, and for what was done by itself. */
  personId: z.int().nullable(),
  kind: z.string(),
  summary: z.string(),
  contacts: z.int(),
  undoes: z.int().nullable(),
  undoneBy: z.int().nullable(),
});
export type Batch = z.output<typeof batchSchema>;

const facts = z.record(z.string(), z.unknown()).nullable();

/** What a batch did to one contact. Of a change only the changed fields are told; both null: it was added. */
export const batchEntrySchema = z.object({ contactId: z.int(), call: z.string(), before: facts, after: facts });
export type BatchEntry = z.output<typeof batchEntrySchema>;

/** What was done to one contact, and in which batch. */
export const historyEntrySchema = z.object({ batch: batchSchema, before: facts, after: facts });
export type HistoryEntry = z.output<typeof historyEntrySchema>;
