import {
  categoryFault,
  deadlineOf,
  type Part,
  partsOf,
  type Period,
  periodAt,
  periodBefore,
  periodsIn,
  readPart,
  sentParts,
  type Rules,
  sourceValues,
  stationByCall,
  stationOf,
} from "../../core/contest";
import { parseCallsign } from "../../core/callsign";
import { type Fault, isoTime, secondsOf } from "../../core/contact";
import { type Entry, type entryInputSchema, type entryPatchSchema, type Site } from "../../core/contract";
import type { z } from "zod";
import type { Selectable } from "kysely";
import type { Context } from "../context";
import type { ContestEntryTable } from "../db/schema";
import type { Store } from "../db/store";
import { findLogbook } from "../logbook/logbooks";
import { findSite, siteOfLogbook } from "../logbook/sites";
import { done, failed, invalid, missing, type Result } from "../problem";
import { rulesByTag, rulesFromText } from "./contestRules";
import { periodView } from "./definitions";

type EntryBody = Omit<z.output<typeof entryInputSchema>, "tag" | "from">;

/** Enters into a contest; it is on from then. */
export function createEntry(
  context: Context,
  logbookId: number,
  input: z.output<typeof entryInputSchema>,
): Result<Entry> {
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const { tag, from, ...body } = input;
  const rules = rulesByTag(context, tag);
  if (rules === undefined) return invalid([{ field: "tag", text: `there is no contest ${tag}` }]);
  const period = periodOf(rules, from === undefined ? null : secondsOf(from), context.now());
  if (period === null)
    return invalid([{ field: "from", text: `${rules.name} does not begin then, or does not run any more` }]);
  const faults = faultsOfBody(context, rules, logbookId, body);
  if (faults.length > 0) return invalid(faults);
  const { store } = context;
  const same = store.first(
    store.q
      .selectFrom("contestEntry")
      .select("id")
      .where("logbookId", "=", logbookId)
      .where("tag", "=", tag)
      .where("startsAt", "=", period.from),
  );
  if (same !== undefined)
    return failed(409, "Already entered", `this logbook is entered already; change entry ${same.id} instead`);
  const id = store.transaction(() => {
    turnOthersOff(store, logbookId);
    return store.run(
      store.q.insertInto("contestEntry").values({
        logbookId,
        tag,
        startsAt: period.from,
        endsAt: period.to,
        rules: JSON.stringify(rules),
        body: JSON.stringify(body),
        isOn: 1,
        createdAt: context.now(),
      }),
    ).lastId;
  });
  context.announce({ type: "contest", logbookId, entryId: id, what: "entry" });
  return getEntry(context, id);
}

/** The period that begins at a time; without one that which runs, ended lately, or comes next. */
function periodOf(rules: Rules, from: number | null, now: number): Period | null {
  if (from !== null)
    return periodsIn(rules, new Date(from * 1000).getUTCFullYear()).find((period) => period.from === from) ?? null;
  const next = periodAt(rules, now);
  const last = periodBefore(rules, now);
  const isOpen = last !== null && now < deadlineOf(rules, last) && (next === null || next.from > now);
  return isOpen ? last : next;
}

function faultsOfBody(context: Context, rules: Rules, logbookId: number, body: EntryBody): Fault[] {
  const faults: Fault[] = [];
  const call = parseCallsign(body.ownCall);
  if (!call.ok) faults.push({ field: "ownCall", text: call.reason });
  const category = categoryFault(rules, body.category);
  if (category !== null) faults.push({ field: "category", text: category });
  if (body.siteId !== null && findSite(context.store, body.siteId) === undefined)
    faults.push({ field: "siteId", text: `site ${body.siteId} does not exist` });
  const ownEntity = call.ok ? stationByCall(call.callsign.call, context.now()).entityCode : null;
  for (const part of partsOf(rules, ownSide(context, rules, logbookId, body))) {
    const value = body.sent[part.id];
    if (value === undefined || value === "" || isOwnWork(part)) continue;
    const reading = readPart(rules, part, value, { mode: "CW", entity: ownEntity });
    if (!reading.ok) {
      const nearest = reading.nearest.map(({ code }) => code).join(", ");
      faults.push({
        field: `sent.${part.id}`,
        text: nearest === "" ? reading.reason : `${reading.reason}; near: ${nearest}`,
      });
    }
  }
  for (const bonus of body.bonuses)
    if (!rules.bonuses.some(({ id, kind }) => id === bonus && kind === "claimed"))
      faults.push({ field: "bonuses", text: `there is no bonus "${bonus}" to claim` });
  return faults;
}

/** Parts that are told contact by contact. */
function isOwnWork({ type }: Part): boolean {
  return type === "serial" || type === "report";
}

function turnOthersOff(store: Store, logbookId: number): void {
  store.run(store.q.updateTable("contestEntry").set({ isOn: 0 }).where("logbookId", "=", logbookId));
}

export function listEntries(context: Context, logbookId: number): Result<Entry[]> {
  const { store } = context;
  const rows = store.all(
    store.q.selectFrom("contestEntry").selectAll().where("logbookId", "=", logbookId).orderBy("startsAt", "desc"),
  );
  return done(rows.map((row) => entryOf(context, row)));
}

/** The entries that are turned on: one, or none. */
export function entriesOn(context: Context, logbookId: number): Entry[] {
  const { store } = context;
  return store
    .all(store.q.selectFrom("contestEntry").selectAll().where("logbookId", "=", logbookId).where("isOn", "=", 1))
    .map((row) => entryOf(context, row));
}

export function getEntry(context: Context, id: number): Result<Entry> {
  const { store } = context;
  const row = store.first(store.q.selectFrom("contestEntry").selectAll().where("id", "=", id));
  return row === undefined ? missing(`entry ${id}`) : done(entryOf(context, row));
}

function entryOf(context: Context, row: Selectable<ContestEntryTable>): Entry {
  const rules = soundRules(row.rules);
  const body = JSON.parse(row.body) as EntryBody;
  const period = { from: row.startsAt, to: row.endsAt };
  const side = ownSide(context, rules, row.logbookId, body);
  const site = siteOfEntry(context.store, row.logbookId, body.siteId);
  const sent = { ...defaultsFrom(partsOf(rules, side), site, body), ...filled(body.sent) };
  return {
    id: row.id,
    logbookId: row.logbookId,
    tag: row.tag,
    name: rules.name,
    rules,
    period: periodView(period)!,
    deadline: isoTime(deadlineOf(rules, period)),
    on: row.isOn === 1,
    createdAt: isoTime(row.createdAt),
    ...body,
    // An entry of before there was the choice says nothing of it.
    leavesOut: body.leavesOut ?? false,
    sent,
    side,
    missing: missingOf(rules, side, sent, body),
  };
}

/** The rules of an entry, which were sound when it was made. */
function soundRules(text: string): Rules {
  const rules = rulesFromText(text);
  if (rules === null) throw new Error("an entry has rules that are not sound");
  return rules;
}

function filled(values: Readonly<Record<string, string>>): Record<string, string> {
  return Object.fromEntries(Object.entries(values).filter(([, value]) => value !== ""));
}

export function siteOfEntry(store: Store, logbookId: number, siteId: number | null): Site {
  return (siteId === null ? undefined : findSite(store, siteId)) ?? siteOfLogbook(store, logbookId);
}

function ownSide(context: Context, rules: Rules, logbookId: number, body: EntryBody): string {
  const site = siteOfEntry(context.store, logbookId, body.siteId);
  const own = { ...stationByCall(body.ownCall, context.now()), grid: site.grid };
  return stationOf(rules, own, sentParts(rules, body.sent, own.entityCode)).side;
}

/** What the site and the operator say of the sent parts. */
function defaultsFrom(
  parts: readonly Part[],
  site: Site,
  { power, header }: Pick<EntryBody, "power" | "header">,
): Record<string, string> {
  const values = sourceValues(site, power ?? site.power, header.name);
  return Object.fromEntries(
    parts.flatMap(({ id, from }) => {
      const value = from === undefined ? null : values[from];
      return value === null ? [] : [[id, value]];
    }),
  );
}

function missingOf(rules: Rules, side: string, sent: Readonly<Record<string, string>>, body: EntryBody): string[] {
  const lacks = partsOf(rules, side)
    .filter((part) => !part.optional && !isOwnWork(part) && !sent[part.id])
    .map(({ label, from }) => `what we send as ${label}${from === "operator" ? ", from the name of the entry" : ""}`);
  for (const [key, word] of [
    ["name", "a name"],
    ["address", "an address"],
    ["email", "a mail address"],
  ] as const)
    if (body.header[key] === "") lacks.push(word);
  return lacks;
}

export function changeEntry(context: Context, id: number, input: z.output<typeof entryPatchSchema>): Result<Entry> {
  const found = getEntry(context, id);
  if (!found.ok) return found;
  const { on, ...changes } = input;
  const { store } = context;
  const row = store.first(store.q.selectFrom("contestEntry").selectAll().where("id", "=", id))!;
  const body = { ...(JSON.parse(row.body) as EntryBody), ...definedOf(changes) };
  const faults = faultsOfBody(context, found.value.rules, row.logbookId, body);
  if (faults.length > 0) return invalid(faults);
  store.transaction(() => {
    if (on === true) turnOthersOff(store, row.logbookId);
    store.run(
      store.q
        .updateTable("contestEntry")
        .set({ body: JSON.stringify(body), ...(on === undefined ? {} : { isOn: on ? 1 : 0 }) })
        .where("id", "=", id),
    );
  });
  context.announce({ type: "contest", logbookId: row.logbookId, entryId: id, what: "entry" });
  return getEntry(context, id);
}

function definedOf<Shape extends object>(changes: Shape): Partial<EntryBody> {
  return Object.fromEntries(Object.entries(changes).filter(([, value]) => value !== undefined));
}

/** Forgets an entry. Its contacts stay in the logbook. */
export function removeEntry(context: Context, id: number): Result<{ readonly removed: number }> {
  const found = getEntry(context, id);
  if (!found.ok) return found;
  const { store } = context;
  store.run(store.q.deleteFrom("contestEntry").where("id", "=", id));
  context.announce({ type: "contest", logbookId: found.value.logbookId, entryId: id, what: "entry" });
  return done({ removed: id });
}
