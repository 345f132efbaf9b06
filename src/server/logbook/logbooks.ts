import type { z } from "zod";
import { isoTime } from "../../core/contact";
import type { DistanceUnit } from "../../core/geo";
import { type Logbook, type logbookChangeSchema, type logbookInputSchema } from "../../core/contract";
import { markAllCounted } from "../award/counted";
import { countTogether } from "../award/countTogether";
import { countedTogether } from "../award/countedTogether";
import { followFirst } from "../award/followed";
import { may } from "../actor";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, invalid, missing, type Result } from "../problem";
import { liveLogbooks, readable } from "./liveLogbooks";
import { findSite, insertSite, siteNow } from "./sites";

export function createLogbook(context: Context, input: z.output<typeof logbookInputSchema>): Result<Logbook> {
  const { store } = context;
  const { name, site } = input;
  const id = store.transaction(() => {
    const siteId = insertSite(context, { ...site, logbookId: null, validFrom: null, validUntil: null });
    const logbookId = store.run(
      store.q.insertInto("logbook").values({ name, siteId, createdAt: context.now() }),
    ).lastId;
    beginAwards(store, logbookId);
    return logbookId;
  });
  return findLogbook(context, id);
}

/** All awards are counted from the first contact on, and the first ones are followed. */
export function beginAwards(store: Store, logbookId: number): void {
  markAllCounted(store, logbookId);
  followFirst(store, logbookId);
}

/** Changes what a logbook is called, where it is operated from now, and what it offers. Contacts keep what they have. */
export function changeLogbook(
  context: Context,
  id: number,
  input: z.output<typeof logbookChangeSchema>,
): Result<Logbook> {
  const { store } = context;
  const { siteId, reports, countsWith, ...columns } = input;
  if (siteId !== undefined && findSite(store, siteId) === undefined)
    return invalid([{ field: "siteId", text: `there is no site ${siteId}: choose another one` }]);
  const set = {
    ...columns,
    ...(siteId === undefined ? {} : { siteId }),
    ...(reports === undefined ? {} : { reports: JSON.stringify(reports) }),
  };
  if (countsWith !== undefined) {
    const counted = countTogether(context, id, countsWith);
    if (!counted.ok) return counted;
  }
  if (Object.keys(set).length > 0) store.run(store.q.updateTable("logbook").set(set).where("id", "=", id));
  context.announce({ type: "logbook", logbookId: id });
  return findLogbook(context, id);
}

/** The logbooks that who acts may read. */
export function listLogbooks(context: Pick<Context, "store" | "now" | "actor">): Logbook[] {
  return readable(context).map((id) => loadLogbook(context, id)!);
}

export function findLogbook(context: Pick<Context, "store" | "now" | "actor">, id: number): Result<Logbook> {
  const logbook = loadLogbook(context, id);
  return logbook === undefined ? missing(`logbook ${id}`) : done(logbook);
}

/** In what distances are said in a logbook. */
export function distanceUnitOf(store: Store, logbookId: number): DistanceUnit {
  return store.first(store.q.selectFrom("logbook").select("distances").where("id", "=", logbookId))?.distances ?? "km";
}

function loadLogbook(context: Pick<Context, "store" | "now" | "actor">, id: number): Logbook | undefined {
  const { store, actor } = context;
  const row = store.first(liveLogbooks(store).selectAll().where("id", "=", id));
  if (row === undefined) return undefined;
  const { siteId, about, power, distances, zero } = row;
  return {
    id: row.id,
    name: row.name,
    contactCount: row.contactCount,
    createdAt: isoTime(row.createdAt),
    site: siteNow(context, id),
    ...{ siteId, about, power, distances, zero },
    countsWith: countedTogether(store, id).filter((one) => one !== id && may(actor, "read", one)),
    reports: JSON.parse(row.reports) as Logbook["reports"],
  };
}
