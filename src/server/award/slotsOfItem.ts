import type { Slot } from "../../core/award";
import type { Prepared, Store } from "../db/store";
import { countedTogether } from "./countedTogether";

type Cell = Pick<Slot, "band" | "modeGroup" | "worked" | "confirmed">;
const ASKED = new WeakMap<Store, Prepared<Cell>>();

/** The slots of an item of an award, of all logbooks that count together with one: a place may come more than once. */
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
  const of = asked;
  return countedTogether(store, logbookId).flatMap((id) => of.all(id, award, item));
}
