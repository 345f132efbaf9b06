import { isoTime } from "../../core/contact";
import type { Batch } from "../../core/contract";
import type { Context } from "../context";
import { done, type Result } from "../problem";
import { findLogbook } from "./logbooks";

const NEWEST = 100;

/** The newest batches of a logbook's journal, the newest first. */
export function listBatches(context: Context, logbookId: number): Result<Batch[]> {
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
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
  return done(rows.map(({ logbookId: _, at, ...batch }) => ({ ...batch, at: isoTime(at) })));
}
