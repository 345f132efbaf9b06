import { type AwardRules, checkAwardRules, standingOn } from "../../core/award";
import type { Context } from "../context";
import { findLogbook } from "../logbook/logbooks";
import { done, failed, invalid, type Result } from "../problem";
import { forgetCount } from "./counted";
import { awardsOf, findAward, rulesOf } from "./ownAwards";

/** Keeps an own award, in place of one of the same id. It is counted by a job. */
export function keepAward(context: Context, logbookId: number, input: unknown): Result<AwardRules> {
  const { store } = context;
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const checked = checkAwardRules(input, rulesOf(store, logbookId));
  if (!checked.ok) return invalid(checked.faults);
  const { id } = checked.value;
  const body = JSON.stringify(checked.value);
  store.transaction(() => {
    const before = new Map(awardsOf(store, logbookId).map((award) => [award.id, award.version]));
    store.run(
      store.q
        .insertInto("ownAward")
        .values({ logbookId, id, body })
        .onConflict((conflict) => conflict.columns(["logbookId", "id"]).doUpdateSet({ body })),
    );
    // Also those that stand on it; a count that is on its way must not go on with the other way to count.
    const changed = awardsOf(store, logbookId).filter((award) => before.get(award.id) !== award.version);
    for (const award of changed) forgetCount(store, logbookId, award.id);
  });
  store.afterCommit(() => context.announce({ type: "awards", logbookId }));
  return done(checked.value);
}

/** Removes an own award with all that was counted of it; not one on which another one stands. */
export function removeAward(context: Context, logbookId: number, id: string): Result<{ readonly removed: string }> {
  const { store } = context;
  const own = rulesOf(store, logbookId);
  if (!own.some((rules) => rules.id === id)) {
    const award = findAward(store, logbookId, id);
    return award.ok
      ? failed(409, "It ships", `${award.value.name} ships with the application and cannot be removed`)
      : award;
  }
  const upon = standingOn(id, own);
  if (upon.length > 0)
    return failed(409, "Others stand on it", `${upon.join(", ")} counts as it does: remove that first`);
  store.transaction(() => {
    forgetCount(store, logbookId, id);
    store.run(store.q.deleteFrom("followedAward").where("logbookId", "=", logbookId).where("award", "=", id));
    store.run(store.q.deleteFrom("ownAward").where("logbookId", "=", logbookId).where("id", "=", id));
  });
  store.afterCommit(() => context.announce({ type: "awards", logbookId }));
  return done({ removed: id });
}
