import type { Slot } from "../../core/award";
import type { Prepared, Store } from "../db/store";

type Cell = Pick<Slot, "band" | "modeGroup" | "worked" | "confirmed">;
const ASKED = new WeakMap<Store, Prepared<Cell>>();

/** The slots of an item of an award. */
export function slotsOfItem(store: Store, logbookId: number, award: string, item: string): Cell[] {
  let asked = ASKED.get(store);
  if (asked === undefined) {
    asked = store.prepare<Cell>(
      store.q
        .selectFrom("slot")
        .select(["band", "modeGroup", "worked", "confirmed"])
        .where("logbookId", "=", 0)
        .where("award", "=", "")
        .where("item", "=", ""),
    );
    ASKED.set(store, asked);
  }
  return asked.all(logbookId, award, item);
}
