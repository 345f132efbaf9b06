import { sql } from "kysely";
import type { Store } from "../db/store";

/**
 * What a logbook has many of, with the key by which they go, and so many at once: each piece is a transaction, and
 * holds nobody up for long. What else is of a logbook goes with it.
 */
const PIECES = [
  { table: "contact", key: "id", atOnce: 200 },
  { table: "statement", key: "serviceId", atOnce: 500 },
  { table: "accountCredit", key: "serviceId", atOnce: 500 },
  { table: "sending", key: "id", atOnce: 1 },
  { table: "job", key: "id", atOnce: 1 },
] as const;
const ENTRIES_AT_ONCE = 500;

/** Removes all that is left of logbooks that were deleted, also where that was cut off. */
export function removeGone(store: Store): void {
  const { q } = store;
  for (const id of store.values(q.selectFrom("logbook").select("id").where("goneAt", "is not", null))) {
    for (const { table, key, atOnce } of PIECES)
      inPieces(store, () => {
        const some = q.selectFrom(table).select(key).where("logbookId", "=", id).limit(atOnce);
        return q.deleteFrom(table).where("logbookId", "=", id).where(sql.ref(key), "in", some);
      });
    const batches = q.selectFrom("journalBatch").select("id").where("logbookId", "=", id);
    inPieces(store, () => {
      const some = q.selectFrom("journalEntry").select("id").where("batchId", "in", batches).limit(ENTRIES_AT_ONCE);
      return q.deleteFrom("journalEntry").where("id", "in", some);
    });
    store.run(q.deleteFrom("logbook").where("id", "=", id));
  }
}

function inPieces(store: Store, piece: () => Parameters<Store["run"]>[0]): void {
  while (store.run(piece()).changes > 0);
}
