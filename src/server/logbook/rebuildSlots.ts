import { type Slot, slotsOf } from "../../core/award";
import { wholeLog } from "../award/countedContacts";
import { awardsOf } from "../award/ownAwards";
import type { Store } from "../db/store";

/**
 * All slots of a logbook, counted from its contacts: what the kept counts must equal.
 *
 * @param isCounted whether a contact is counted in an award; what is left for later is not
 */
export function countSlots(
  store: Store,
  logbookId: number,
  isCounted: (contactId: number, award: string) => boolean = () => true,
): Slot[] {
  const awards = awardsOf(store, logbookId);
  const slots = new Map<string, Slot>();
  for (const contact of wholeLog(store, logbookId))
    for (const slot of slotsOf(
      awards.filter(({ id }) => isCounted(contact.id, id)),
      contact,
    )) {
      const key = `${slot.award}\n${slot.item}\n${slot.band}\n${slot.modeGroup}`;
      const { worked, confirmed } = slots.get(key) ?? { worked: 0, confirmed: 0 };
      slots.set(key, { ...slot, worked: worked + 1, confirmed: confirmed + slot.confirmed });
    }
  return [...slots.values()];
}

/** Replaces the kept counts by fresh ones. */
export function rebuildSlots(store: Store, logbookId: number): void {
  const slots = countSlots(store, logbookId);
  store.transaction(() => {
    store.run(store.q.deleteFrom("slot").where("logbookId", "=", logbookId));
    for (const slot of slots) store.run(store.q.insertInto("slot").values({ logbookId, ...slot }));
  });
}
