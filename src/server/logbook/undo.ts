import { sql } from "kysely";
import type { CompleteContact } from "../../core/contact";
import type { JobOf, StoredContact, UndoReport } from "../../core/contract";
import type { Context } from "../context";
import { inSteps, JobProblem, type JobRun } from "../jobs/jobRun";
import type { Supervisor } from "../jobs/supervisor";
import { done, failed, missing, type Result } from "../problem";
import { type BatchWriter, writeBatch } from "./batch";

/** The entry that was undone last; they are taken as the index has them, which is by contact, each one's newest first. */
export interface UndoCheckpoint extends UndoReport {
  lastContact: number;
  lastEntry: number;
}

/** Batches of more contacts than this are undone by a job. */
const UNDO_AT_ONCE = 200;
const PIECE = 50;

/** Undoes a small batch at once, a large one by a job. */
export function undoOrStart(
  context: Context,
  supervisor: Supervisor,
  logbookId: number,
  batchId: number,
): Result<UndoReport | JobOf<"undo">> {
  const batch = undoable(context, logbookId, batchId);
  if (!batch.ok) return batch;
  const { contacts, summary } = batch.value;
  if (contacts <= UNDO_AT_ONCE) return undoBatch(context, logbookId, batchId);
  return supervisor.start(context, logbookId, `Undo: ${summary}`, { kind: "undo", batchId });
}

/** Undoes a small batch at once. */
export function undoBatch(context: Context, logbookId: number, batchId: number): Result<UndoReport> {
  return context.store.transaction(() => {
    const checked = undoable(context, logbookId, batchId);
    if (!checked.ok) return checked;
    const report = emptyReport();
    undoSome(context, logbookId, batchId, report, () => true);
    const { lastContact: _contact, lastEntry: _entry, ...rest } = report;
    return done(rest);
  });
}

function emptyReport(): UndoCheckpoint {
  const last = Number.MAX_SAFE_INTEGER;
  return { batchId: null, undone: 0, blocked: [], lastContact: last, lastEntry: last };
}

/** Undoes a batch of any size in short transactions; as a job. */
export async function undoInSteps(run: JobRun<UndoReport, UndoCheckpoint>, batchId: number): Promise<UndoReport> {
  const { context, logbookId } = run;
  const report: UndoCheckpoint = { ...emptyReport(), ...run.resumed };
  await inSteps(run, (isTime) => {
    // Somebody else may have undone it since the last step.
    const batch = undoable(context, logbookId, batchId);
    if (!batch.ok) throw new JobProblem(batch.problem.detail);
    const goesOn = undoSome(context, logbookId, batchId, report, isTime);
    run.checkpoint(report, report, report.undone + report.blocked.length, batch.value.contacts);
    return goesOn;
  });
  return report;
}

interface BatchSummary {
  readonly id: number;
  readonly contacts: number;
  readonly summary: string;
}

function undoable(context: Context, logbookId: number, batchId: number): Result<BatchSummary> {
  const { store } = context;
  const batch = store.first(
    store.q.selectFrom("journalBatch").selectAll().where("id", "=", batchId).where("logbookId", "=", logbookId),
  );
  if (batch === undefined) return missing(`batch ${batchId} of the journal`);
  if (batch.undoneBy !== null)
    return failed(409, "Already undone", `batch ${batchId} was undone by batch ${batch.undoneBy}`);
  return done(batch);
}

/** Undoes the next entries as long as it is time. False when nothing is left. */
function undoSome(
  context: Context,
  logbookId: number,
  batchId: number,
  report: UndoCheckpoint,
  isTime: () => boolean,
): boolean {
  const { store } = context;
  const { summary } = store.first(store.q.selectFrom("journalBatch").select("summary").where("id", "=", batchId))!;
  const options = { logbookId, kind: "undo", summary: `Undid: ${summary}`, undoes: batchId } as const;
  const goesOn = writeBatch(context, { ...options, continues: report.batchId }, (writer) => {
    let entries: Entry[];
    do {
      entries = nextEntries(context, batchId, report);
      undoEntries(context, writer, batchId, entries, report);
    } while (entries.length === PIECE && isTime());
    report.batchId = writer.batchId;
    return entries.length === PIECE;
  });
  // What a later change stood in the way of is not undone: the batch still stands, and can be undone again.
  if (!goesOn && report.batchId !== null && report.blocked.length === 0) markUndone(context, batchId, report.batchId);
  return goesOn;
}

type Entry = ReturnType<typeof nextEntries>[number];

function nextEntries({ store }: Context, batchId: number, { lastContact, lastEntry }: UndoCheckpoint) {
  return store.all(
    store.q
      .selectFrom("journalEntry")
      .select(["id", "contactId", "before"])
      .where("batchId", "=", batchId)
      .where((eb) => eb(eb.refTuple("contactId", "id"), "<", eb.tuple(lastContact, lastEntry)))
      .orderBy("contactId", "desc")
      .orderBy("id", "desc")
      .limit(PIECE),
  );
}

function undoEntries(
  context: Context,
  writer: BatchWriter,
  batchId: number,
  entries: readonly Entry[],
  report: UndoCheckpoint,
): void {
  const ids = entries.map(({ contactId }) => contactId);
  const held = new Map(writer.hold(ids).map((one) => [one.contact.id, one]));
  const obstacles = laterChanges(context, ids, batchId, writer.batchId);
  for (const entry of entries) {
    report.lastContact = entry.contactId;
    report.lastEntry = entry.id;
    const obstacle = obstacles.get(entry.contactId);
    const one = held.get(entry.contactId);
    if (obstacle !== undefined) {
      const call = one?.contact.call ?? `contact ${entry.contactId}`;
      report.blocked.push({ contactId: entry.contactId, call, by: obstacle });
      continue;
    }
    const before = entry.before === null ? null : (JSON.parse(entry.before) as Partial<CompleteContact>);
    if (before === null) {
      if (one === undefined) continue;
      writer.remove(one);
    } else if (one === undefined) writer.restore(before as StoredContact);
    else writer.change(one, before);
    report.undone++;
  }
}

/**
 * By contact, the newest change after the batch that still stands, in words. Neither what was undone since counts, nor
 * what undid that.
 */
function laterChanges(
  { store }: Context,
  contactIds: readonly number[],
  batchId: number,
  ownBatchId: number | null,
): ReadonlyMap<number, string> {
  const later = store.all(
    store.q
      .selectFrom("journalEntry")
      .innerJoin("journalBatch", "journalBatch.id", "journalEntry.batchId")
      .select(["contactId", "summary"])
      .where("contactId", "in", sql<number>`(SELECT value FROM json_each(${JSON.stringify(contactIds)}))`)
      .where("batchId", ">", batchId)
      .where("batchId", "!=", ownBatchId ?? 0)
      .where("undoneBy", "is", null)
      .where((eb) => eb.or([eb("undoes", "is", null), eb("undoes", "<", batchId)]))
      .orderBy("batchId"),
  );
  return new Map(later.map(({ contactId, summary }) => [contactId, summary]));
}

/** Undoing an undo makes what it undid stand again, which in turn undoes what that undid, and so on. */
function markUndone({ store }: Context, batchId: number, by: number): void {
  const mark = (id: number, undoneBy: number | null) =>
    store.run(store.q.updateTable("journalBatch").set({ undoneBy }).where("id", "=", id));
  const undoneOf = (id: number) =>
    store.first(store.q.selectFrom("journalBatch").select("undoes").where("id", "=", id))!.undoes;
  mark(batchId, by);
  let stands = false;
  for (let id = batchId, undone = undoneOf(id); undone !== null; id = undone, undone = undoneOf(id)) {
    mark(undone, stands ? id : null);
    stands = !stands;
  }
}
