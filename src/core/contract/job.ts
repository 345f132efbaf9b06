import { z } from "zod";

export const jobSchema = z.object({
  id: z.int(),
  logbookId: z.int(),
  kind: z.enum(["look", "import", "send", "fetch", "undo", "preview", "change"]),
  title: z.string(),
  state: z.enum(["running", "done", "failed", "cancelled", "interrupted"]),
  progress: z.object({ done: z.number(), total: z.number().nullable() }),
  /** At the end, and as far as it got before; its shape goes with the kind. */
  report: z.record(z.string(), z.unknown()).nullable(),
  /** Why it did not end well, and the mend. */
  problem: z.string().nullable(),
  startedAt: z.string(),
  endedAt: z.string().nullable(),
});
/** Long work, as the interface shows it. */
export type Job = z.output<typeof jobSchema>;

export const importReportSchema = z.object({
  fileName: z.string(),
  /** The batch of the journal; undoing it takes the import back. */
  batchId: z.int().nullable(),
  read: z.int(),
  added: z.int(),
  duplicates: z.int(),
  refusedCount: z.int(),
  /** The size of the file of refused records, GET jobs/{id}/refused. */
  refusedBytes: z.int(),
  noteCount: z.int(),
  /** The first refused records, with the line of the file each begins on. */
  refused: z.array(z.object({ line: z.int(), reason: z.string(), call: z.string().nullable() })),
  /** The first things that were tolerated. */
  notes: z.array(z.object({ line: z.int(), field: z.string(), text: z.string() })),
});
export type ImportReport = z.output<typeof importReportSchema>;

export const sendReportSchema = z.object({
  service: z.literal("lantern"),
  sendingId: z.int().nullable(),
  batchId: z.int().nullable(),
  accepted: z.int(),
  known: z.int(),
  refused: z.int(),
});
export type SendReport = z.output<typeof sendReportSchema>;

const fetchedLineSchema = z.object({
  call: z.string(),
  startedAt: z.string(),
  band: z.string(),
  mode: z.string(),
  text: z.string(),
});
export type FetchedLine = z.output<typeof fetchedLineSchema>;

export const fetchReportSchema = z.object({
  service: z.literal("lantern"),
  batchId: z.int().nullable(),
  matched: z.int(),
  known: z.int(),
  withoutTwin: z.int(),
  /** The first of each kind. */
  matchedLines: z.array(fetchedLineSchema),
  withoutTwinLines: z.array(fetchedLineSchema),
});
export type FetchReport = z.output<typeof fetchReportSchema>;

export const undoReportSchema = z.object({
  /** The batch that this undo is; undoing it brings everything back. */
  batchId: z.int().nullable(),
  undone: z.int(),
  /** Contacts that a later change stands in the way of, and which change. */
  blocked: z.array(z.object({ contactId: z.int(), call: z.string(), by: z.string() })),
});
export type UndoReport = z.output<typeof undoReportSchema>;
