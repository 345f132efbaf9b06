import { may } from "../actor";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { isLogbook } from "../logbook/liveLogbooks";
import { done, invalid, type Result } from "../problem";
import { forgetCount } from "./counted";
import { countedTogether } from "./countedTogether";
import { awardsOf, rulesOf } from "./ownAwards";

/**
 * Has a logbook count for awards together with just these others. Who counts with one of them comes too, so all must be
 * named; who counted with it and is not named goes on without it.
 */
export function countTogether(
  context: Context,
  logbookId: number,
  others: readonly number[],
): Result<{ readonly together: readonly number[] }> {
  const { store } = context;
  const together = [...new Set([logbookId, ...others])];
  const before = countedTogether(store, logbookId);
  const left = before.filter((id) => !together.includes(id));
  const fault = whyNot();
  if (fault !== null) return invalid([{ field: "countsWith", text: fault }]);
  store.transaction(() => {
    setGroup(store, together);
    setGroup(store, left);
    for (const id of [...together, ...left]) forgetOthers(store, id);
  });
  for (const id of [...together, ...left]) context.announce({ type: "awards", logbookId: id });
  return done({ together });

  function whyNot(): string | null {
    const named = new Map<string, number>();
    for (const id of together) {
      if (!isLogbook(store, id) || !may(context.actor, "read", id))
        return `there is no logbook ${id}: choose another one`;
      const name = nameOf(store, id);
      if (!may(context.actor, "manage", id)) return `you do not manage ${name}: ask who owns it`;
      if (before.includes(id)) continue;
      const missing = countedTogether(store, id).find((one) => !together.includes(one));
      if (missing === undefined) continue;
      return may(context.actor, "read", missing)
        ? `${name} counts together with ${nameOf(store, missing)}: name that too`
        : `${name} counts together with one that you may not read: ask who owns it`;
    }
    for (const id of together)
      for (const rules of ownRules(store, id)) {
        const other = named.get(rules);
        if (other !== undefined && other !== id)
          return `${nameOf(store, other)} and ${nameOf(store, id)} each have an award ${rules} of their own: remove one before`;
        named.set(rules, id);
      }
    return parted(store, before, left);
  }
}

/** Which award would count no longer if some logbooks left those that count together, since what it stands on is there. */
export function parted(store: Store, together: readonly number[], left: readonly number[]): string | null {
  const homes = new Map(
    store
      .all(store.q.selectFrom("ownAward").select(["id", "logbookId"]).where("logbookId", "in", together))
      .map(({ id, logbookId }) => [id, logbookId]),
  );
  for (const { id, name, of } of rulesOf(store, together[0]!)) {
    const [home, base] = [homes.get(id)!, homes.get(of)];
    if (base !== undefined && left.includes(home) !== left.includes(base))
      return `${name} is an award of ${nameOf(store, home)} and counts as one of ${nameOf(store, base)} does: remove it before`;
  }
  return null;
}

/** A logbook that is deleted counts with none any more; the others go on, and hear of it. */
export function countAlone(context: Context, logbookId: number): void {
  const { store } = context;
  const left = countedTogether(store, logbookId).filter((id) => id !== logbookId);
  setGroup(store, [logbookId]);
  setGroup(store, left);
  for (const id of left) forgetOthers(store, id);
  store.afterCommit(() => {
    for (const id of left) context.announce({ type: "awards", logbookId: id });
  });
}

function setGroup(store: Store, ids: readonly number[]): void {
  const awardGroup = ids.length > 1 ? Math.min(...ids) : null;
  store.run(store.q.updateTable("logbook").set({ awardGroup }).where("id", "in", ids));
}

/** Lets go what was counted of awards that a logbook no longer has: those of who counted with it. */
function forgetOthers(store: Store, logbookId: number): void {
  const known = new Set(awardsOf(store, logbookId).map(({ id }) => id));
  const counted = store.values(store.q.selectFrom("awardCount").select("award").where("logbookId", "=", logbookId));
  for (const award of counted) if (!known.has(award)) forgetCount(store, logbookId, award);
}

function ownRules(store: Store, logbookId: number): string[] {
  return store.values(store.q.selectFrom("ownAward").select("id").where("logbookId", "=", logbookId));
}

function nameOf(store: Store, logbookId: number): string {
  return store.first(store.q.selectFrom("logbook").select("name").where("id", "=", logbookId))!.name;
}
