import { ENTITIES_AWARD } from "../../core/award";
import { isoTime } from "../../core/contact";
import type { LogbookTotals } from "../../core/contract";
import { itemCounts } from "../award/awardTables";
import type { Store } from "../db/store";

/** How much is in a logbook. Looks at every contact. */
export function logbookTotals(store: Store, { logbookId }: { readonly logbookId: number }): LogbookTotals {
  const { q } = store;
  const own = q.selectFrom("contact").where("logbookId", "=", logbookId);
  const { contacts, confirmed, first, last } = store.first(
    own.select((eb) => [
      eb.fn.countAll<number>().as("contacts"),
      eb.fn.coalesce(eb.fn.sum<number>("confirmed"), eb.val(0)).as("confirmed"),
      eb.fn.min<number | null>("startedAt").as("first"),
      eb.fn.max<number | null>("startedAt").as("last"),
    ]),
  )!;
  const entities = store.first(itemCounts(store, [logbookId]).where("award", "=", ENTITIES_AWARD.id));
  return {
    contacts,
    confirmed,
    entities: entities?.worked ?? 0,
    entitiesConfirmed: entities?.confirmed ?? 0,
    first: first === null ? null : isoTime(first),
    last: last === null ? null : isoTime(last),
  };
}
