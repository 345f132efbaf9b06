import { isoTime } from "../../core/contact";
import type { Batch, BatchEntry, HistoryEntry } from "../../core/contract";
import type { Selectable } from "kysely";
import type { Context } from "../context";
import type { JournalBatchTable } from "../db/schema";
import type { Store } from "../db/store";
import { done, missing, type Result } from "../problem";

const NEWEST = 100;

/** The number of the newest entry; each change of a contact writes one. */
export function newestEntry(store: Store): number {
  return store.first(store.q.selectFrom("journalEntry").select("id").orderBy("id", "desc").limit(1))?.id ?? 0;
}

/** The newest batches of a logbook's journal, the newest first. */
export function listBatches(context: Context, logbookId: number): Result<Batch[]> {
  const { store } = context;
  const rows = store.all(
    store.q
      .selectFrom("journalBatch")
      .selectAll()
      .where("logbookId", "=", logbookId)
      .where("contacts", ">", 0)
      .orderBy("id", "desc")
      .limit(NEWEST),
  );
  return done(rows.map(batchOf));
}

function batchOf({ logbookId: _, at, ...batch }: Selectable<JournalBatchTable>): Batch {
  return { ...batch, at: isoTime(at) };
}

/** The first contacts of a batch, and what it did to each. */
export function listEntries(context: Context, logbookId: number, batchId: number): Result<BatchEntry[]> {
  const { store } = context;
  const entries = store.all(
    store.q
      .selectFrom("journalEntry")
      .innerJoin("journalBatch", "journalBatch.id", "journalEntry.batchId")
      .leftJoin("contact", "contact.id", "journalEntry.contactId")
      .select(["journalEntry.contactId", "call", "before", "after"])
      .where("batchId", "=", batchId)
      .where("journalBatch.logbookId", "=", logbookId)
      .orderBy("journalEntry.id")
      .limit(NEWEST),
  );
  if (entries.length === 0) return missing(`batch ${batchId} of the journal`);
  return done(
    entries.map((entry) => {
      const [before, after] = [facts(entry.before), facts(entry.after)];
      // Of a deleted contact the journal alone still knows the call.
      const call = entry.call ?? before?.call;
      return { contactId: entry.contactId, call: typeof call === "string" ? call : "a deleted contact", before, after };
    }),
  );
}

function facts(json: string | null): Record<string, unknown> | null {
  return json === null ? null : (JSON.parse(json) as Record<string, unknown>);
}

/** All that was ever done to a contact, the newest first; a deleted one has its history still. */
export function contactHistory(context: Context, logbookId: number, contactId: number): Result<HistoryEntry[]> {
  const { store } = context;
  const entries = store.all(
    store.q
      .selectFrom("journalEntry")
      .innerJoin("journalBatch", "journalBatch.id", "journalEntry.batchId")
      .selectAll("journalBatch")
      .select(["before", "after"])
      .where("contactId", "=", contactId)
      .orderBy("journalEntry.id", "desc")
      .limit(NEWEST),
  );
  // A contact that was moved brings its history along.
  const home = store.first(store.q.selectFrom("contact").select("logbookId").where("id", "=", contactId))?.logbookId;
  const ofLogbook = home === logbookId || entries.some((entry) => entry.logbookId === logbookId);
  return !ofLogbook
    ? missing(`contact ${contactId} of logbook ${logbookId}`)
    : done(
        entries.map(({ before, after, ...batch }) => ({
          batch: batchOf(batch),
          before: facts(before),
          after: facts(after),
        })),
      );
}

/** How many contacts a batch touched; 0 where there is none. */
export function contactsOfBatch(store: Store, batchId: number): number {
  const batch = store.first(store.q.selectFrom("journalBatch").select("contacts").where("id", "=", batchId));
  return batch?.contacts ?? 0;
}
