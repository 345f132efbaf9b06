import { may } from "../actor";
import type { Context } from "../context";
import type { Store } from "../db/store";

/** The logbooks but those that were deleted and are on their way out. */
export function liveLogbooks({ q }: Store) {
  return q.selectFrom("logbook").where("goneAt", "is", null);
}

/** Whether there is a logbook of a number, and it is not being removed. */
export function isLogbook(store: Store, logbookId: number): boolean {
  return store.first(liveLogbooks(store).select("id").where("id", "=", logbookId)) !== undefined;
}

/** The numbers of the logbooks that who acts may read. */
export function readable({ store, actor }: Pick<Context, "store" | "actor">): number[] {
  return store.values(liveLogbooks(store).select("id").orderBy("id")).filter((id) => may(actor, "read", id));
}
