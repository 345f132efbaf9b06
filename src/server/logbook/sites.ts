import type { z } from "zod";
import { type CompleteContact, type OwnFact, ownSideAt } from "../../core/contact";
import { type Site, type siteInputSchema } from "../../core/contract";
import { resolve } from "../../core/entity";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, failed, missing, type Result } from "../problem";

type SiteFacts = z.output<typeof siteInputSchema>;

/** A place to operate from, besides that of a logbook. */
export function addSite(context: Context, input: SiteFacts): Result<Site> {
  return done(findSite(context.store, insertSite(context, input))!);
}

export function insertSite(context: Context, site: SiteFacts): number {
  const { store } = context;
  return store.run(store.q.insertInto("site").values(rowOf(site, context.now()))).lastId;
}

/** Changes a site for the contacts to come; those logged from it keep the facts they were logged with. */
export function changeSite(context: Context, id: number, input: SiteFacts): Result<Site> {
  const { store } = context;
  if (findSite(store, id) === undefined) return missing(`site ${id}`);
  store.run(store.q.updateTable("site").set(rowOf(input, context.now())).where("id", "=", id));
  for (const logbook of logbooksAt(store, id)) context.announce({ type: "logbook", logbookId: logbook.id });
  return done(findSite(store, id)!);
}

/** Removes a site that nothing was logged from. */
export function removeSite({ store }: Context, id: number): Result<{ readonly removed: number }> {
  const site = findSite(store, id);
  if (site === undefined) return missing(`site ${id}`);
  const [logbook] = logbooksAt(store, id);
  if (logbook !== undefined)
    return failed(409, "In use", `${logbook.name} is operated from ${site.name}: choose another site for it first`);
  const contact = store.first(store.q.selectFrom("contact").select("call").where("siteId", "=", id).limit(1));
  if (contact !== undefined)
    return failed(
      409,
      "In use",
      `contacts were logged from ${site.name}, that with ${contact.call} among them: it stays`,
    );
  store.run(store.q.deleteFrom("site").where("id", "=", id));
  return done({ removed: id });
}

function logbooksAt(store: Store, siteId: number): { id: number; name: string }[] {
  const live = store.q.selectFrom("logbook").where("goneAt", "is", null);
  return store.all(live.select(["id", "name"]).where("siteId", "=", siteId).orderBy("id"));
}

export function listSites({ store }: Context): Site[] {
  return store.all(store.q.selectFrom("site").selectAll().orderBy("name").orderBy("id"));
}

export function findSite(store: Store, id: number): Site | undefined {
  return store.first(store.q.selectFrom("site").selectAll().where("id", "=", id));
}

/** The site that a logbook is operated from, with the power that the logbook says before the site does. */
export function siteOfLogbook(store: Store, logbookId: number): Site {
  const site = store.first(
    store.q
      .selectFrom("logbook")
      .innerJoin("site", "site.id", "logbook.siteId")
      .selectAll("site")
      .select((eb) => eb.fn.coalesce("logbook.power", "site.power").as("power"))
      .where("logbook.id", "=", logbookId),
  );
  if (site === undefined) throw new Error(`logbook ${logbookId} has no site`);
  return site;
}

/** Our side of a contact that is made from a site. */
type OwnFacts = Pick<CompleteContact, "siteId" | OwnFact>;

export function ownFactsAt(site: Site): OwnFacts {
  return { siteId: site.id, ...ownSideAt(site) };
}

/** Puts each fact of our side into a contact that has none there. */
export function fillOwnFacts<Facts extends object>(facts: Facts, own: OwnFacts): Facts {
  const lacking = Object.entries(own).filter(([key]) => (facts[key as keyof Facts] ?? null) === null);
  return Object.assign(facts, Object.fromEntries(lacking));
}

function rowOf(site: SiteFacts, now: number) {
  const { entity, cqZone, ituZone } = resolve(site.call, now);
  return { ...site, entityCode: entity?.code ?? null, cqZone, ituZone };
}
