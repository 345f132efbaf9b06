import { type Award, tableOf } from "../../core/award";
import type { AwardProgress, AwardTable } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { newestEntry } from "../logbook/journal";
import { done, missing, type Result } from "../problem";
import { countedTo } from "./counted";
import { countedTogether } from "./countedTogether";
import { creditCounts } from "./credits";
import { followedAwards } from "./followed";
import { awardsOf, findAward, rulesOf } from "./ownAwards";

/** How many items of each award are worked, and confirmed, in some logbooks together. */
export function itemCounts(store: Store, logbookIds: readonly number[]) {
  return store.q
    .selectFrom("slot")
    .select((eb) => [
      "award",
      eb.fn.count<number>("item").distinct().as("worked"),
      eb.fn
        .count<number>(eb.case().when("confirmed", ">", 0).then(eb.ref("item")).end())
        .distinct()
        .as("confirmed"),
    ])
    .where("logbookId", "in", logbookIds)
    .where("worked", ">", 0)
    .groupBy("award");
}

/** How far each award is, in all that counts together with a logbook. */
export function listAwards({ store }: Context, logbookId: number): Result<AwardProgress[]> {
  const together = countedTogether(store, logbookId);
  const rows = store.all(itemCounts(store, together));
  const deletedIn = ({ id, universe }: Award) => {
    const items = universe?.flatMap(({ item, deleted }) => (deleted ? [item] : [])) ?? [];
    const counted =
      items.length === 0
        ? undefined
        : store.first(itemCounts(store, together).where("award", "=", id).where("item", "in", items));
    return { worked: counted?.worked ?? 0, confirmed: counted?.confirmed ?? 0 };
  };
  const upTo = countedTo(store);
  const own = rulesOf(store, logbookId);
  const credits = creditCounts(store, together);
  const followed = new Set(followedAwards(store, logbookId).map(({ id }) => id));
  return done(
    awardsOf(store, logbookId).map((award) => {
      const { id } = award;
      const { worked = 0, confirmed = 0 } = rows.find(({ award }) => award === id) ?? {};
      return {
        award: id,
        rules: own.find((rules) => rules.id === id) ?? null,
        followed: followed.has(id),
        ...(credits.get(id) ?? { claimed: 0, granted: 0 }),
        worked,
        confirmed,
        deleted: deletedIn(award),
        isCounted: together.every((one) => upTo(one, id) === Infinity),
      };
    }),
  );
}

/** How far one of them is. */
export function awardProgress(context: Context, logbookId: number, award: string): Result<AwardProgress> {
  const listed = listAwards(context, logbookId);
  if (!listed.ok) return listed;
  const progress = listed.value.find((one) => one.award === award);
  return progress === undefined ? missing(`award ${award}`) : done(progress);
}

export function awardTable({ store }: Context, logbookId: number, award: string): Result<AwardTable> {
  const found = findAward(store, logbookId, award);
  if (!found.ok) return found;
  const together = countedTogether(store, logbookId);
  const counts = store.q
    .selectFrom("slot")
    .where("logbookId", "in", together)
    .where("award", "=", award)
    .where("worked", ">", 0);
  const slots =
    together.length === 1
      ? store.all(counts.select(["item", "band", "modeGroup", "worked", "confirmed"]))
      : store.all(
          counts
            .select(["item", "band", "modeGroup"])
            .select(({ fn }) => [fn.sum<number>("worked").as("worked"), fn.sum<number>("confirmed").as("confirmed")])
            .groupBy(["item", "band", "modeGroup"]),
        );
  const upTo = countedTo(store);
  const isCounted = together.every((id) => upTo(id, award) === Infinity);
  return done(tableOf(award, slots, newestEntry(store), isCounted));
}
