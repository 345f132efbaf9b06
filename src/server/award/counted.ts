import { sql } from "kysely";
import { type Award, AWARDS, ENTITIES_AWARD } from "../../core/award";
import type { Store } from "../db/store";
import { awardsOf } from "./ownAwards";

/**
 * Which contacts are counted in the slots of an award: all up to a number, and none beyond. Whoever changes a contact
 * that is counted moves the slots; what lies beyond is counted by a job, which goes on from there.
 */
export type CountedTo = (logbookId: number, award: string) => number;

/** As it is now: to be asked within the transaction that changes contacts. */
export function countedTo(store: Store): CountedTo {
  const known = new Map<number, Map<string, number>>();
  for (const { logbookId, award, countedTo: upTo } of store.all(store.q.selectFrom("awardCount").selectAll())) {
    const ofLogbook = known.get(logbookId) ?? new Map<string, number>();
    known.set(logbookId, ofLogbook.set(award, upTo ?? Infinity));
  }
  return (logbookId, award) => known.get(logbookId)?.get(award) ?? 0;
}

/** Of a logbook without contacts all are counted. */
export function markAllCounted(store: Store, logbookId: number): void {
  for (const award of AWARDS) keepCounted(store, logbookId, award, null);
}

/** Lets go what was counted of an award: all is to be counted anew. */
export function forgetCount(store: Store, logbookId: number, award: string): void {
  for (const table of ["slot", "awardCount"] as const)
    store.run(store.q.deleteFrom(table).where("logbookId", "=", logbookId).where("award", "=", award));
}

export function keepCounted(
  store: Store,
  logbookId: number,
  { id, version }: Pick<Award, "id" | "version">,
  upTo: number | null,
): void {
  store.run(
    store.q
      .insertInto("awardCount")
      .values({ logbookId, award: id, version, countedTo: upTo })
      .onConflict((conflict) => conflict.columns(["logbookId", "award"]).doUpdateSet({ version, countedTo: upTo })),
  );
}

/**
 * Lets what is added from now on be counted later, in one go: a file would be taken in more slowly by each award. The
 * entities, by which a contact is worth something while it is typed, are counted as they come.
 */
export function countLater(store: Store, logbookId: number): void {
  const last = store.first(store.q.selectFrom("contact").select((eb) => eb.fn.max("id").as("id")));
  store.run(
    store.q
      .updateTable("awardCount")
      .set({ countedTo: last?.id ?? 0 })
      .where("logbookId", "=", logbookId)
      .where("award", "!=", ENTITIES_AWARD.id)
      .where("countedTo", "is", null),
  );
}

/** Marks what was left for later, and did not come, as counted: a file may bring nothing. */
export function settleCounted(store: Store): void {
  const { q } = store;
  store.run(
    q
      .updateTable("awardCount")
      .set({ countedTo: null })
      .where("countedTo", "is not", null)
      .where((eb) =>
        eb.not(
          eb.exists(
            eb
              .selectFrom("contact")
              .select("contact.id")
              .where(sql`+contact.logbookId`, "=", eb.ref("awardCount.logbookId"))
              .whereRef("contact.id", ">", "awardCount.countedTo"),
          ),
        ),
      ),
  );
}

/** The logbooks with contacts that are not counted in some award, by its version of today. */
export function uncountedLogbooks(store: Store): number[] {
  const { q } = store;
  const counted = store.all(
    q.selectFrom("awardCount").select(["logbookId", "award", "version"]).where("countedTo", "is", null),
  );
  const keys = new Set(counted.map(({ logbookId, award, version }) => `${logbookId} ${award} ${version}`));
  return store
    .all(q.selectFrom("logbook").select("id").where("goneAt", "is", null).orderBy("id"))
    .map(({ id }) => id)
    .filter((logbookId) =>
      awardsOf(store, logbookId).some(({ id, version }) => !keys.has(`${logbookId} ${id} ${version}`)),
    );
}
