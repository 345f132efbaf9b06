import { sql } from "kysely";
import { isProven, slotsOf } from "../../core/award";
import { isoTime } from "../../core/contact";
import type { AwardNews, StoredContact } from "../../core/contract";
import type { Store } from "../db/store";
import { contactsById, withConfirmations } from "../logbook/contactRow";
import { countedTogether } from "./countedTogether";
import { awardsOf } from "./ownAwards";

/**
 * What came new since a moment: for each award the items that no earlier contact was worth, and those that nothing had
 * confirmed before. Only the contacts and confirmations since then are looked at, and held against the slots.
 *
 * @param request since is in seconds since 1970 UTC
 */
export function awardNews(
  store: Store,
  { logbookId, since }: { readonly logbookId: number; readonly since: number },
): AwardNews[] {
  const awards = awardsOf(store, logbookId);
  const together = countedTogether(store, logbookId);
  const worked = newItems(store, together, "worked", loggedSince(store, together, since), (contact) =>
    slotsOf(awards, contact),
  );
  const day = isoTime(since).slice(0, 10);
  const confirmed = newItems(store, together, "confirmed", confirmedSince(store, together, day), (contact) => {
    const before = {
      ...contact,
      confirmations: contact.confirmations.filter(({ receivedOn }) => !isSince(receivedOn, day)),
    };
    const proven = awards.filter((award) => isProven(award, contact) && !isProven(award, before));
    return slotsOf(proven, contact);
  });
  return awards.map(({ id }) => ({ award: id, worked: worked.get(id) ?? [], confirmed: confirmed.get(id) ?? [] }));
}

const isSince = (day: string | null, since: string) => day !== null && day >= since;

/** The items of each award of which all that counts is of these contacts. */
function newItems(
  store: Store,
  logbookIds: readonly number[],
  what: "worked" | "confirmed",
  contacts: readonly StoredContact[],
  countedOf: (contact: StoredContact) => ReturnType<typeof slotsOf>,
): Map<string, string[]> {
  const lately = new Map<string, Map<string, number>>();
  for (const contact of contacts)
    for (const { award, item } of countedOf(contact)) {
      const items = lately.get(award) ?? new Map<string, number>();
      lately.set(award, items.set(item, (items.get(item) ?? 0) + 1));
    }
  const inAll = store.prepare<{ readonly sum: number | null }>(
    store.q
      .selectFrom("slot")
      .select((eb) => eb.fn.sum<number>(what).as("sum"))
      .where("logbookId", "=", 0)
      .where("award", "=", "")
      .where("item", "=", ""),
  );
  const isNew = (award: string, item: string, count: number) =>
    logbookIds.reduce((sum, id) => sum + (inAll.first(id, award, item)?.sum ?? 0), 0) === count;
  return new Map(
    [...lately].map(([award, items]) => [
      award,
      [...items].filter(([item, count]) => isNew(award, item, count)).map(([item]) => item),
    ]),
  );
}

function loggedSince(store: Store, logbookIds: readonly number[], since: number): StoredContact[] {
  const ofLog = store.q.selectFrom("contact").selectAll().where("logbookId", "in", logbookIds);
  return withConfirmations(store, store.all(ofLog.where("startedAt", ">=", since)));
}

function confirmedSince(store: Store, logbookIds: readonly number[], day: string): StoredContact[] {
  const rows = store.all(
    store.q
      .selectFrom("confirmation")
      .select("contactId")
      .distinct()
      .where("receivedOn", ">=", day)
      .where((eb) =>
        eb.exists(
          eb
            .selectFrom("contact")
            .select("contact.id")
            .whereRef("contact.id", "=", "confirmation.contactId")
            .where(sql`+contact.logbookId`, "in", logbookIds),
        ),
      ),
  );
  const ids = rows.map(({ contactId }) => contactId);
  return Array.from({ length: Math.ceil(ids.length / 500) }, (_, nth) =>
    contactsById(store, ids.slice(nth * 500, (nth + 1) * 500)),
  ).flat();
}
