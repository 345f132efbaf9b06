import type { Slot } from "../../core/award";
import type { Prepared, Store } from "../db/store";

const MOVERS = new WeakMap<Store, Prepared<unknown>>();

/** Moves the count of a slot of a logbook; one that is not there yet begins at none. */
export function moveSlot(store: Store, logbookId: number, slot: Slot): void {
  let mover = MOVERS.get(store);
  if (mover === undefined) MOVERS.set(store, (mover = prepareMover(store)));
  const { award, item, band, modeGroup, worked, confirmed } = slot;
  mover.run(logbookId, award, item, band, modeGroup, worked, confirmed);
}

function prepareMover(store: Store): Prepared<unknown> {
  return store.prepare(
    store.q
      .insertInto("slot")
      .values({ logbookId: 0, award: "", item: "", band: "", modeGroup: "CW", worked: 0, confirmed: 0 })
      .onConflict((conflict) =>
        conflict.columns(["logbookId", "award", "item", "band", "modeGroup"]).doUpdateSet((eb) => ({
          worked: eb("slot.worked", "+", eb.ref("excluded.worked")),
          confirmed: eb("slot.confirmed", "+", eb.ref("excluded.confirmed")),
        })),
      ),
  );
}
