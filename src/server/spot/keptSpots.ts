import type { Heard } from "../../core/spot";
import type { Context } from "../context";

/** What was announced is kept for a day, seconds. */
export const KEPT_FOR = 86_400;

/** What was announced since a time, the oldest first. */
export function spotsSince({ store }: Pick<Context, "store">, at: number): Heard[] {
  return store.all(
    store.q
      .selectFrom("spot")
      .select(["at", "spotter", "frequencyHz", "call", "remark"])
      .where("at", ">=", at)
      .orderBy("at")
      .orderBy("id"),
  );
}

/** What was kept of announcements, with the number of its row. */
interface KeptSpot extends Heard {
  readonly id: number;
}

/** What was announced after one, the oldest first, so many at most. */
export function spotsAfter(
  { store }: Pick<Context, "store">,
  { at, id }: Pick<KeptSpot, "at" | "id">,
  most: number,
): KeptSpot[] {
  return store.all(
    store.q
      .selectFrom("spot")
      .select(["id", "at", "spotter", "frequencyHz", "call", "remark"])
      .where("at", ">=", at)
      .where((is) => is.or([is("at", ">", at), is("id", ">", id)]))
      .orderBy("at")
      .orderBy("id")
      .limit(most),
  );
}

/** Keeps what was announced; within `context.write`. */
export function keepSpots({ store }: Pick<Context, "store">, all: readonly Heard[]): void {
  for (const { at, spotter, frequencyHz, call, remark } of all)
    store.run(store.q.insertInto("spot").values({ at, spotter, frequencyHz, call, remark }));
}

/** Forgets what is older; within `context.write`. */
export function forgetSpots({ store }: Pick<Context, "store">, before: number): void {
  store.run(store.q.deleteFrom("spot").where("at", "<", before));
}
