import type { CompleteContact } from "../../core/contact";
import type { StoredContact, UndoReport } from "../../core/contract";
import type { Context } from "../context";
import { Cancelled, type JobRun } from "../jobs/jobRun";
import { done, failed, missing, type Result } from "../problem";
import { writeBatch } from "./batch";
import { findContact } from "./contactRow";

export interface UndoCheckpoint extends UndoReport {
  lastEntry: number;
}

/** Batches of more contacts than this are undone by a job. */
export const UNDO_AT_ONCE = 200;
const PER_TRANSACTION = 200;

/** Undoes a small batch at once. */
export function undoBatch(context: Context, logbookId: number, batchId: number): Result<UndoReport> {
  const checked = undoable(context, logbookId, batchId);
  if (!checked.ok) return checked;
  const report: UndoCheckpoint = { batchId: null, undone: 0, blocked: [], lastEntry: Number.MAX_SAFE_INTEGER };
  context.store.transaction(() => {
    while (undoSome(context, logbookId, batchId, report));
  });
  const { lastEntry: _, ...rest } = report;
  return done(rest);
}

/** Undoes a batch of any size in short transactions; as a job. */
export async function undoInSteps(run: JobRun<UndoReport, UndoCheckpoint>, batchId: number): Promise<UndoReport> {
  const { context, logbookId } = run;
  const report: UndoCheckpoint = run.resumed ?? {
    batchId: null,
    undone: 0,
    blocked: [],
    lastEntry: Number.MAX_SAFE_INTEGER,
  };
  const total =
    context.store.first(context.store.q.selectFrom("journalBatch").select("contacts").where("id", "=", batchId))
      ?.contacts ?? 0;
  for (let more = true; more;) {
    if (run.signal.aborted) throw new Cancelled();
    more = context.store.transaction(() => {
      const goesOn = undoSome(context, logbookId, batchId, report);
      run.checkpoint(report, report, report.undone + report.blocked.length, total);
      return goesOn;
    });
    await new Promise((resolve) => setImmediate(resolve));
  }
  return report;
}

export interface BatchSummary {
  readonly id: number;
  readonly contacts: number;
  readonly summary: string;
}

export function undoable(context: Context, logbookId: number, batchId: number): Result<BatchSummary> {
  const { store } = context;
  const batch = store.first(
    store.q.selectFrom("journalBatch").selectAll().where("id", "=", batchId).where("logbookId", "=", logbookId),
  );
  if (batch === undefined) return missing(`batch ${batchId} of the journal`);
  if (batch.undoneBy !== null)
    return failed(409, "Already undone", `batch ${batchId} was undone by batch ${batch.undoneBy}`);
  return done(batch);
}

/** Undoes the next entries, the newest first. False when nothing is left. */
function undoSome(context: Context, logbookId: number, batchId: number, report: UndoCheckpoint): boolean {
  const { store } = context;
  const entries = store.all(
    store.q
      .selectFrom("journalEntry")
      .selectAll()
      .where("batchId", "=", batchId)
      .where("id", "<", report.lastEntry)
      .orderBy("id", "desc")
      .limit(PER_TRANSACTION),
  );
  if (entries.length === 0) {
    finish();
    return false;
  }
  const { summary } = store.first(store.q.selectFrom("journalBatch").select("summary").where("id", "=", batchId))!;
  const options = { logbookId, kind: "undo", summary: `Undid: ${summary}`, undoes: batchId } as const;
  writeBatch(context, report.batchId === null ? options : { ...options, continues: report.batchId }, (writer) => {
    report.batchId = writer.batchId;
    for (const entry of entries) {
      report.lastEntry = entry.id;
      const obstacle = laterChange(context, entry.contactId, batchId, writer.batchId);
      const current = findContact(store, entry.contactId);
      if (obstacle !== undefined) {
        report.blocked.push({
          contactId: entry.contactId,
          call: current?.call ?? `contact ${entry.contactId}`,
          by: obstacle,
        });
        continue;
      }
      const before = entry.before === null ? null : (JSON.parse(entry.before) as Partial<CompleteContact>);
      if (before === null && current !== undefined) writer.remove(current);
      else if (before !== null && current === undefined) writer.restore(before as StoredContact);
      else if (before !== null && current !== undefined) writer.change(current, before);
      report.undone++;
    }
  });
  if (entries.length === PER_TRANSACTION) return true;
  finish();
  return false;

  /** What a later change stood in the way of is not undone: the batch still stands, and can be undone again. */
  function finish(): void {
    if (report.batchId !== null && report.blocked.length === 0) markUndone(context, batchId, report.batchId);
  }
}

/** A change after the batch that still stands, in words; changes that were undone since do not count. */
function laterChange(context: Context, contactId: number, batchId: number, ownBatchId: number): string | undefined {
  const { store } = context;
  return store.first(
    store.q
      .selectFrom("journalEntry")
      .innerJoin("journalBatch", "journalBatch.id", "journalEntry.batchId")
      .select("summary")
      .where("contactId", "=", contactId)
      .where("batchId", ">", batchId)
      .where("batchId", "!=", ownBatchId)
      .where("undoneBy", "is", null)
      .where("undoes", "is", null)
      .orderBy("batchId", "desc")
      .limit(1),
  )?.summary;
}

/** Undoing an undo makes what it undid stand again. */
function markUndone(context: Context, batchId: number, by: number): void {
  const { store } = context;
  store.run(store.q.updateTable("journalBatch").set({ undoneBy: by }).where("id", "=", batchId));
  store.run(store.q.updateTable("journalBatch").set({ undoneBy: null }).where("undoneBy", "=", batchId));
}
