import { sql } from "kysely";
import { type Slot, slotsOf } from "../../core/award";
import type { Store } from "../db/store";
import { withConfirmations } from "./contactRow";

const PAGE = 2000;

/** All slots of a logbook, counted from its contacts: what the kept counts must equal. */
export function countSlots(store: Store, logbookId: number): Slot[] {
  const slots = new Map<string, Slot>();
  for (let after = 0; ;) {
    const rows = store.all(
      store.q
        .selectFrom("contact")
        .selectAll()
        .where(sql`+logbookId`, "=", logbookId)
        .where("id", ">", after)
        .orderBy("id")
        .limit(PAGE),
    );
    for (const contact of withConfirmations(store, rows)) {
      for (const slot of slotsOf(contact)) {
        const key = `${slot.award}\n${slot.item}\n${slot.band}\n${slot.modeGroup}`;
        const sum = slots.get(key);
        slots.set(
          key,
          sum === undefined ? slot : { ...slot, worked: sum.worked + 1, confirmed: sum.confirmed + slot.confirmed },
        );
      }
    }
    const last = rows.at(-1);
    if (last === undefined) return [...slots.values()];
    after = last.id;
  }
}

/** Replaces the kept counts by fresh ones. */
export function rebuildSlots(store: Store, logbookId: number): void {
  const slots = countSlots(store, logbookId);
  store.transaction(() => {
    store.run(store.q.deleteFrom("slot").where("logbookId", "=", logbookId));
    for (const slot of slots) store.run(store.q.insertInto("slot").values({ logbookId, ...slot }));
  });
}
