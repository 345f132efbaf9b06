import type { z } from "zod";
import { faultsOf, isoTime } from "../../core/contact";
import { resolve } from "../../core/entity";
import { type Logbook, logbookInputSchema, type Site, siteInputSchema } from "../../core/contract";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, invalid, missing, type Result } from "../problem";

export function createLogbook(context: Context, input: unknown): Result<Logbook> {
  const parsed = logbookInputSchema.safeParse(input);
  if (!parsed.success) return invalid(faultsOf(parsed.error));
  const { store } = context;
  const { name, site } = parsed.data;
  const id = store.transaction(() => {
    const siteId = insertSite(context, site);
    return store.run(store.q.insertInto("logbook").values({ name, siteId, createdAt: context.now() })).lastId;
  });
  return findLogbook(context, id);
}

function insertSite(context: Context, site: z.output<typeof siteInputSchema>): number {
  const place = resolve(site.call, context.now());
  const { store } = context;
  return store.run(
    store.q.insertInto("site").values({
      ...site,
      entityCode: place.entity?.code ?? null,
      cqZone: place.cqZone,
      ituZone: place.ituZone,
    }),
  ).lastId;
}

/** A place to operate from, besides that of a logbook. */
export function addSite(context: Context, input: unknown): Result<Site> {
  const parsed = siteInputSchema.safeParse(input);
  if (!parsed.success) return invalid(faultsOf(parsed.error));
  return done(findSite(context.store, insertSite(context, parsed.data))!);
}

export function listSites({ store }: Context): Site[] {
  return store.all(store.q.selectFrom("site").selectAll().orderBy("name").orderBy("id"));
}

export function findSite(store: Store, id: number): Site | undefined {
  return store.first(store.q.selectFrom("site").selectAll().where("id", "=", id));
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

export function siteOfLogbook(store: Store, logbookId: number): Site {
  const site = store.first(
    store.q
      .selectFrom("logbook")
      .innerJoin("site", "site.id", "logbook.siteId")
      .selectAll("site")
      .where("logbook.id", "=", logbookId),
  );
  if (site === undefined) throw new Error(`logbook ${logbookId} has no site`);
  return site;
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
