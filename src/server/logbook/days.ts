import { sql } from "kysely";
import type { DayCount } from "../../core/identity";
import type { Store } from "../db/store";

export interface DaysRequest {
  readonly logbookId: number;
  /** Our call where a contact does not say another. */
  readonly usual: string;
}

/** How many contacts of each of our calls a log has on each day, UTC. Looks at every contact. */
export function contactDays(store: Store, { logbookId, usual }: DaysRequest): DayCount[] {
  // Under names of their own: grouped by "call" they would be by that of the other station.
  const rows = store.all(
    store.q
      .selectFrom("contact")
      .select((eb) => [
        eb.fn.coalesce("ownCall", eb.val(usual)).as("ours"),
        sql<string>`date(startedAt, 'unixepoch')`.as("day"),
        eb.fn.countAll<number>().as("count"),
      ])
      .where("logbookId", "=", logbookId)
      .groupBy(["ours", "day"]),
  );
  return rows.map(({ ours: call, day, count }) => ({ call, day, count }));
}
