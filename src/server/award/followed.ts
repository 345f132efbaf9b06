import { type Award, ENTITIES_AWARD } from "../../core/award";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, type Result } from "../problem";
import { awardsOf, findAward } from "./ownAwards";

/** The awards that one follows, in the order in which awards are shown. */
export function followedAwards(store: Store, logbookId: number): Award[] {
  const rows = store.all(store.q.selectFrom("followedAward").select("award").where("logbookId", "=", logbookId));
  return awardsOf(store, logbookId).filter(({ id }) => rows.some(({ award }) => award === id));
}

/** A new logbook follows the entities. */
export function followFirst(store: Store, logbookId: number): void {
  store.run(store.q.insertInto("followedAward").values({ logbookId, award: ENTITIES_AWARD.id }));
}

export function followAward(
  context: Context,
  logbookId: number,
  id: string,
  follows: boolean,
): Result<{ readonly followed: boolean }> {
  const { store } = context;
  const award = findAward(store, logbookId, id);
  if (!award.ok) return award;
  if (follows)
    store.run(
      store.q
        .insertInto("followedAward")
        .values({ logbookId, award: id })
        .onConflict((conflict) => conflict.doNothing()),
    );
  else store.run(store.q.deleteFrom("followedAward").where("logbookId", "=", logbookId).where("award", "=", id));
  store.afterCommit(() => context.announce({ type: "awards", logbookId }));
  return done({ followed: follows });
}
