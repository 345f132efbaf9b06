import { sql } from "kysely";
import type { AwardFacts, Credit, SlotFacts } from "../../core/award";
import { type Confirmation } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { Store } from "../db/store";

const PAGE = 2000;

/** What awards look at of a contact, and nothing else of it: many are read. */
export interface CountedContact extends AwardFacts, SlotFacts {
  readonly id: number;
  readonly logbookId: number;
  readonly confirmations: readonly Pick<Confirmation, "channel" | "received" | "receivedOn">[];
  readonly credits: readonly Credit[];
}

/** The columns of what awards look at. */
export const COUNTED_COLUMNS = [
  ...(["id", "logbookId", "call", "baseCall", "startedAt", "band", "mode", "submode", "modeGroup"] as const),
  ...(["entityCode", "continent", "cqZone", "ituZone", "grid", "state", "island", "summit", "park"] as const),
  ...(["satellite", "ownCall", "ownGrid", "siteId", "power"] as const),
] as const;

/** The next contacts of a logbook, or of some, after a number, in the order of their numbers. */
export function countedContacts(
  store: Store,
  logbookIds: number | readonly number[],
  after: number,
  most: number,
): CountedContact[] {
  const rows = store.all(
    store.q
      .selectFrom("contact")
      .select(COUNTED_COLUMNS)
      // By the index of its logbook all of it would be sorted for each page.
      .where(sql`+logbookId`, "in", [logbookIds].flat())
      .where("id", ">", after)
      .orderBy("id")
      .limit(most),
  );
  const [first, last] = [rows[0], rows.at(-1)];
  const byContact = new Map<number, CountedContact["confirmations"][number][]>();
  if (first !== undefined && last !== undefined)
    for (const { contactId, ...confirmation } of store.all(
      store.q
        .selectFrom("confirmation")
        .select(["contactId", "channel", "received", "receivedOn"])
        .where("contactId", ">=", first.id)
        .where("contactId", "<=", last.id),
    )) {
      const known = byContact.get(contactId);
      if (known === undefined) byContact.set(contactId, [confirmation]);
      else known.push(confirmation);
    }
  const credits = new Map<number, Credit[]>();
  if (first !== undefined && last !== undefined)
    for (const { contactId, ...credit } of store.all(
      store.q.selectFrom("credit").selectAll().where("contactId", ">=", first.id).where("contactId", "<=", last.id),
    ))
      credits.set(contactId, [...(credits.get(contactId) ?? []), credit]);
  return rows.map((row) => ({
    ...row,
    credits: credits.get(row.id) ?? [],
    startedAt: isoTime(row.startedAt),
    confirmations: byContact.get(row.id) ?? [],
  }));
}

/** All contacts of a logbook, or of some, in the order of their numbers. */
export function* wholeLog(store: Store, logbookIds: number | readonly number[]): Generator<CountedContact> {
  for (let after = 0; ;) {
    const contacts = countedContacts(store, logbookIds, after, PAGE);
    yield* contacts;
    const last = contacts.at(-1);
    if (last === undefined) return;
    after = last.id;
  }
}
