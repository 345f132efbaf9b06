import { ENTITIES_AWARD } from "../../core/award";
import { isoTime } from "../../core/contact";
import type { LogbookTotals } from "../../core/contract";
import { itemCounts } from "../award/awardTables";
import type { Store } from "../db/store";

/** How much is in a logbook. Looks at all confirmations. */
export function logbookTotals(store: Store, { logbookId }: { readonly logbookId: number }): LogbookTotals {
  const { q } = store;
  const own = q.selectFrom("contact").where("logbookId", "=", logbookId);
  const { contacts, first, last } = store.first(
    own.select((eb) => [
      eb.fn.countAll<number>().as("contacts"),
      eb.fn.min<number | null>("startedAt").as("first"),
      eb.fn.max<number | null>("startedAt").as("last"),
    ]),
  )!;
  const { confirmed } = store.first(
    q
      .selectFrom("confirmation")
      .innerJoin("contact", "contact.id", "confirmation.contactId")
      .select((eb) => eb.fn.count<number>("contactId").distinct().as("confirmed"))
      .where("received", "in", ["confirmed", "verified"])
      .where("logbookId", "=", logbookId),
  )!;
  const entities = store.first(itemCounts(store, logbookId).where("award", "=", ENTITIES_AWARD.id));
  return {
    contacts,
    confirmed,
    entities: entities?.worked ?? 0,
    entitiesConfirmed: entities?.confirmed ?? 0,
    first: first === null ? null : isoTime(first),
    last: last === null ? null : isoTime(last),
  };
}
