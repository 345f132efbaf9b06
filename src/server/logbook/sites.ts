import type { z } from "zod";
import { type CompleteContact, isoTime, isWithin, type OwnFact, ownSideAt, periodsMeet } from "../../core/contact";
import { type Site, type siteInputSchema } from "../../core/contract";
import { resolve } from "../../core/entity";
import { periodText } from "../../core/time/words";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { liveLogbooks } from "./liveLogbooks";
import { done, failed, invalid, missing, type Result } from "../problem";

type SiteFacts = z.output<typeof siteInputSchema>;

/** A place to operate from, besides that of a logbook. */
export function addSite(context: Context, input: SiteFacts): Result<Site> {
  const fault = timesFault(context.store, input, null);
  if (fault !== null) return fault;
  const id = insertSite(context, input);
  tellLogbooks(context);
  return done(findSite(context.store, id)!);
}

export function insertSite(context: Context, site: SiteFacts): number {
  const { store } = context;
  return store.run(store.q.insertInto("site").values(rowOf(site, context.now()))).lastId;
}

/** Changes a site for the contacts to come; those logged from it keep the facts they were logged with. */
export function changeSite(context: Context, id: number, input: SiteFacts): Result<Site> {
  const { store } = context;
  if (findSite(store, id) === undefined) return missing(`site ${id}`);
  const fault = timesFault(store, input, id);
  if (fault !== null) return fault;
  store.run(store.q.updateTable("site").set(rowOf(input, context.now())).where("id", "=", id));
  tellLogbooks(context);
  return done(findSite(store, id)!);
}

/** What is wrong with the times of a site: no logbook is operated from two at once. */
function timesFault(store: Store, site: SiteFacts, id: number | null): Result<never> | null {
  if (site.logbookId === null) return null;
  if (store.first(liveLogbooks(store).select("id").where("id", "=", site.logbookId)) === undefined)
    return invalid([{ field: "logbookId", text: `there is no logbook ${site.logbookId}: choose another one` }]);
  const meets = timedSites(store, site.logbookId).find((other) => other.id !== id && periodsMeet(other, site));
  if (meets === undefined) return null;
  const text = `${meets.name} has its times ${periodText(meets)}: end one before the other begins`;
  return invalid([
    { field: meets.validFrom !== null && isWithin(meets.validFrom, site) ? "validUntil" : "validFrom", text },
  ]);
}

/** Any logbook may be operated from elsewhere since. */
function tellLogbooks(context: Context): void {
  const { store } = context;
  for (const { id } of store.all(liveLogbooks(store).select("id")))
    context.announce({ type: "logbook", logbookId: id });
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
  return store.all(liveLogbooks(store).select(["id", "name"]).where("siteId", "=", siteId).orderBy("id"));
}

export function listSites({ store }: Context): Site[] {
  return store.all(store.q.selectFrom("site").selectAll().orderBy("name").orderBy("id"));
}

export function findSite(store: Store, id: number): Site | undefined {
  return store.first(store.q.selectFrom("site").selectAll().where("id", "=", id));
}

/** The site that is chosen for a logbook, with the power that the logbook says before the site does. */
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

/** Tells where a logbook is operated from at an ISO time: the site whose times hold it, or else the chosen one. */
export function siteFinder(store: Store, logbookId: number): (at: string) => Site {
  const chosen = siteOfLogbook(store, logbookId);
  const timed = timedSites(store, logbookId).map((site) => ({ ...site, power: site.power ?? chosen.power }));
  return (at) => timed.find((site) => isWithin(at, site)) ?? chosen;
}

/** The site that a logbook is operated from at an ISO time. */
export function siteAt(store: Store, logbookId: number, at: string): Site {
  return siteFinder(store, logbookId)(at);
}

/** The site that a logbook is operated from now. */
export function siteNow({ store, now }: Pick<Context, "store" | "now">, logbookId: number): Site {
  return siteAt(store, logbookId, isoTime(now()));
}

function timedSites(store: Store, logbookId: number): Site[] {
  return store.all(store.q.selectFrom("site").selectAll().where("logbookId", "=", logbookId));
}

/** Our side of a contact that is made from a site. */
type OwnFacts = Pick<CompleteContact, "siteId" | OwnFact>;

export function ownFactsAt(site: Site, band: string | null): OwnFacts {
  return { siteId: site.id, ...ownSideAt(site, band) };
}

/** Puts each fact of our side into a contact that has none there. */
export function fillOwnFacts<Facts extends object>(facts: Facts, own: OwnFacts): Facts {
  const lacking = Object.entries(own).filter(([key]) => (facts[key as keyof Facts] ?? null) === null);
  return Object.assign(facts, Object.fromEntries(lacking));
}

function rowOf(site: SiteFacts, now: number) {
  const { entity, cqZone, ituZone } = resolve(site.call, now);
  return {
    ...site,
    entityCode: entity?.code ?? null,
    cqZone: site.cqZone ?? cqZone,
    ituZone: site.ituZone ?? ituZone,
  };
}
