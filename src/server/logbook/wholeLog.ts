import { sql } from "kysely";
import type { StoredContact } from "../../core/contract";
import type { Store } from "../db/store";
import { withConfirmations } from "./contactRow";

const PAGE = 2000;

/** All contacts of a logbook in the order of their numbers, a page at a time. */
export function* wholeLog(store: Store, logbookId: number): Generator<StoredContact> {
  for (let after = 0; ;) {
    const rows = store.all(
      store.q
        .selectFrom("contact")
        .selectAll()
        // By the index of its logbook all of it would be sorted for each page.
        .where(sql`+logbookId`, "=", logbookId)
        .where("id", ">", after)
        .orderBy("id")
        .limit(PAGE),
    );
    yield* withConfirmations(store, rows);
    const last = rows.at(-1);
    if (last === undefined) return;
    after = last.id;
  }
}
