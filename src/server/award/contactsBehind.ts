import { sql } from "kysely";
import { isoTime } from "../../core/contact";
import type { AwardContactsQuery, StoredContact } from "../../core/contract";
import type { Store } from "../db/store";
import { contactsById } from "../logbook/contactRow";
import { COUNTED_COLUMNS } from "./countedContacts";
import { countedTogether } from "./countedTogether";
import { awardsOf } from "./ownAwards";

const LISTED = 200;
/** Fields that are in capitals in every row. */
const CAPITALS: readonly string[] = ["call", "baseCall"];
/** Fields by which contacts are found without looking at all of them. */
const INDEXED: readonly string[] = ["entityCode", "baseCall"];

interface Behind extends AwardContactsQuery {
  readonly logbookId: number;
  readonly award: string;
}

/** The contacts that are worth an item of an award, or any of them, the newest first. */
export function contactsBehind(
  store: Store,
  { logbookId, award: id, item, band, modeGroup }: Behind,
): { total: number; items: StoredContact[] } {
  const award = awardsOf(store, logbookId).find((one) => one.id === id);
  if (award === undefined) return { total: 0, items: [] };
  const { field, part } = award.heldIn;
  const isIndexed = item !== undefined && INDEXED.includes(field);
  // Without an index of its field the table is gone through as it lies: by that of the logbook each row is looked up.
  const home = isIndexed ? sql<number>`logbookId` : sql<number>`+logbookId`;
  let query = store.q
    .selectFrom("contact")
    .select(COUNTED_COLUMNS)
    .where(home, "in", countedTogether(store, logbookId))
    .where(field, "is not", null);
  if (band !== undefined) query = query.where(sql<string>`+band`, "=", band);
  if (modeGroup !== undefined) query = query.where("modeGroup", "=", modeGroup);
  if (item !== undefined) {
    // What else holds as much falls out below.
    const held = part(item);
    query =
      typeof held === "number" || isIndexed
        ? query.where(field, "=", held)
        : query.where((eb) => {
            const text = CAPITALS.includes(field) ? eb.ref(field) : eb.fn("upper", [field]);
            return eb(eb.fn<number>("instr", [text, eb.val(held)]), ">", 0);
          });
  }
  const rows = store.all(query).sort((a, b) => b.startedAt - a.startedAt || b.id - a.id);
  const counted = rows.filter((row) => {
    const items = award.itemsOf({ ...row, startedAt: isoTime(row.startedAt) });
    return item === undefined ? items.length > 0 : items.includes(item);
  });
  const listed = counted.slice(0, LISTED).map(({ id: contactId }) => contactId);
  return { total: counted.length, items: contactsById(store, listed) };
}
