import { may } from "../actor";
import type { Context } from "../context";
import type { Prepared, Store } from "../db/store";
import { liveLogbooks } from "../logbook/liveLogbooks";

const ASKED = new WeakMap<Store, Prepared<{ readonly id: number }>>();

/**
 * The logbooks that count together with one for awards, itself among them: each keeps its own slots, and what is read
 * is the sum of all. Each logbook is in one such group at most, so that to count together goes both ways.
 */
export function countedTogether(store: Store, logbookId: number): readonly number[] {
  let asked = ASKED.get(store);
  if (asked === undefined) {
    const group = store.q.selectFrom("logbook").select("awardGroup").where("id", "=", 0);
    asked = store.prepare(liveLogbooks(store).select("id").where("awardGroup", "=", group).orderBy("id"));
    ASKED.set(store, asked);
  }
  const found = asked.all(logbookId).map(({ id }) => id);
  return found.length > 0 ? found : [logbookId];
}

/** Of the logbooks that count together with one those that who acts may change. */
export function changeableTogether({ store, actor }: Pick<Context, "store" | "actor">, logbookId: number): number[] {
  return countedTogether(store, logbookId).filter((id) => may(actor, "change", id));
}
