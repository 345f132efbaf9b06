import type { Selectable } from "kysely";
import { faultsOf, isoTime } from "../../core/contact";
import { resolve } from "../../core/entity";
import { type Logbook, logbookInputSchema } from "../../core/contract";
import type { Context } from "../context";
import type { SiteTable } from "../db/schema";
import type { Store } from "../db/store";
import { done, invalid, missing, type Result } from "../problem";

export type Site = Selectable<SiteTable>;

export function createLogbook(context: Context, input: unknown): Result<Logbook> {
  const parsed = logbookInputSchema.safeParse(input);
  if (!parsed.success) return invalid(faultsOf(parsed.error));
  const { store } = context;
  const { name, site } = parsed.data;
  const place = resolve(site.call, context.now());
  const id = store.transaction(() => {
    const siteId = store.run(
      store.q.insertInto("site").values({
        ...site,
        entityCode: place.entity?.code ?? null,
        cqZone: place.cqZone,
        ituZone: place.ituZone,
      }),
    ).lastId;
    return store.run(store.q.insertInto("logbook").values({ name, siteId, createdAt: context.now() })).lastId;
  });
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
