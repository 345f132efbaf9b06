import { type AwardRules, checkAwardRules, standingOn } from "../../core/award";
import { may } from "../actor";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { findLogbook } from "../logbook/logbooks";
import { done, failed, invalid, type Result } from "../problem";
import { forgetCount } from "./counted";
import { countedTogether } from "./countedTogether";
import { awardsOf, findAward, rulesOf } from "./ownAwards";

/** Keeps an own award, in place of one of the same id. It is counted by a job. */
export function keepAward(context: Context, logbookId: number, input: unknown): Result<AwardRules> {
  const { store } = context;
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const checked = checkAwardRules(input, rulesOf(store, logbookId));
  if (!checked.ok) return invalid(checked.faults);
  const { id } = checked.value;
  const home = homeOf(store, logbookId, id) ?? logbookId;
  const refused = whyNotIn(context, home);
  if (refused !== null) return refused;
  const together = countedTogether(store, logbookId);
  const body = JSON.stringify(checked.value);
  store.transaction(() => {
    const before = new Map(awardsOf(store, logbookId).map((award) => [award.id, award.version]));
    store.run(
      store.q
        .insertInto("ownAward")
        .values({ logbookId: home, id, body })
        .onConflict((conflict) => conflict.columns(["logbookId", "id"]).doUpdateSet({ body })),
    );
    // Also those that stand on it; a count that is on its way must not go on with the other way to count.
    const changed = awardsOf(store, logbookId).filter((award) => before.get(award.id) !== award.version);
    for (const one of together) for (const award of changed) forgetCount(store, one, award.id);
  });
  announceTo(context, together);
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
  const refused = whyNotIn(context, homeOf(store, logbookId, id)!);
  if (refused !== null) return refused;
  const together = countedTogether(store, logbookId);
  store.transaction(() => {
    for (const one of together) forgetCount(store, one, id);
    store.run(store.q.deleteFrom("followedAward").where("logbookId", "in", together).where("award", "=", id));
    store.run(store.q.deleteFrom("ownAward").where("logbookId", "in", together).where("id", "=", id));
  });
  announceTo(context, together);
  return done({ removed: id });
}

/** In which of the logbooks that count together an own award is kept; undefined where it is in none. */
function homeOf(store: Store, logbookId: number, id: string): number | undefined {
  const kept = store.q.selectFrom("ownAward").select("logbookId").where("id", "=", id);
  return store.first(kept.where("logbookId", "in", countedTogether(store, logbookId)))?.logbookId;
}

function whyNotIn({ store, actor }: Context, home: number) {
  if (may(actor, "change", home)) return null;
  const { name } = store.first(store.q.selectFrom("logbook").select("name").where("id", "=", home))!;
  return failed(
    403,
    "Not allowed",
    `the award is kept in ${name}, which ${actor.name} may not change: ask who owns it`,
  );
}

function announceTo(context: Context, logbookIds: readonly number[]): void {
  context.store.afterCommit(() => {
    for (const logbookId of logbookIds) context.announce({ type: "awards", logbookId });
  });
}
