import type { z } from "zod";
import { isoTime } from "../../core/contact";
import { type Logbook, type logbookChangeSchema, type logbookInputSchema } from "../../core/contract";
import { markAllCounted } from "../award/counted";
import { followFirst } from "../award/followed";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, invalid, missing, type Result } from "../problem";
import { findSite, insertSite, siteOfLogbook } from "./sites";

export function createLogbook(context: Context, input: z.output<typeof logbookInputSchema>): Result<Logbook> {
  const { store } = context;
  const { name, site } = input;
  const id = store.transaction(() => {
    const siteId = insertSite(context, site);
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

/** Gives a logbook another name, or another place that one operates from now. Contacts keep what they have. */
export function changeLogbook(
  context: Context,
  id: number,
  input: z.output<typeof logbookChangeSchema>,
): Result<Logbook> {
  const { store } = context;
  const { siteId } = input;
  if (siteId !== undefined && findSite(store, siteId) === undefined)
    return invalid([{ field: "siteId", text: `there is no site ${siteId}: choose another one` }]);
  store.run(store.q.updateTable("logbook").set(input).where("id", "=", id));
  context.announce({ type: "logbook", logbookId: id });
  return findLogbook(context, id);
}

export function listLogbooks(context: Pick<Context, "store">): Logbook[] {
  return context.store
    .all(context.store.q.selectFrom("logbook").select("id").orderBy("id"))
    .map(({ id }) => loadLogbook(context.store, id)!);
}

export function findLogbook(context: Pick<Context, "store">, id: number): Result<Logbook> {
  const logbook = loadLogbook(context.store, id);
  return logbook === undefined ? missing(`logbook ${id}`) : done(logbook);
}

function loadLogbook(store: Store, id: number): Logbook | undefined {
  const row = store.first(store.q.selectFrom("logbook").selectAll().where("id", "=", id));
  if (row === undefined) return undefined;
  return {
    id: row.id,
    name: row.name,
    contactCount: row.contactCount,
    createdAt: isoTime(row.createdAt),
    site: siteOfLogbook(store, id),
  };
}
