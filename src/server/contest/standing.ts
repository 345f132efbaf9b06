import {
  byHour,
  groupsOf,
  checkLog,
  type Finding,
  type KnownCalls,
  limitsFor,
  operatingTime,
  partsOf,
  rateAt,
  type KnownItem,
  knownItems,
  multiplierName,
  withinsOf,
} from "../../core/contest";
import { compareBands } from "../../core/band";
import { entityByCode } from "../../core/entity";
import { isoTime, secondsOf } from "../../core/contact";
import type { ContestFinding, Entry, Sheet, Standing } from "../../core/contract";
import type { z } from "zod";
import type { markFinding as markFindingEndpoint } from "../../core/contract/endpoints/contest";
import type { Context } from "../context";
import { contactsById } from "../logbook/contactRow";
import { done, type Result } from "../problem";
import { boardOf } from "./board";
import { getEntry, listEntries } from "./entries";
import { nextSerial } from "./serials";

const HOUR = 3600;

/** How an entry stands: score, rate, hours, operating time. */
export function standingOf(context: Context, entryId: number): Result<Standing> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const entry = found.value;
  const { board, contacts } = boardOf(context, entry);
  const counted = contacts().filter(({ id }) => board.isValid(id));
  const times = counted.map(({ startedAt }) => startedAt);
  const { from, to } = { from: secondsOf(entry.period.from), to: secondsOf(entry.period.to) };
  const now = Math.min(context.now(), to);
  const { operatingHours, offMinutes } = limitsFor(entry.rules, entry.category);
  const operating = operatingTime(times, offMinutes);
  const hasSerial = partsOf(entry.rules, entry.side).some(({ type }) => type === "serial");
  const operators = new Map<string, { contacts: number; last60: number }>();
  for (const { operator, startedAt } of counted) {
    const name = operator ?? "?";
    const share = operators.get(name) ?? { contacts: 0, last60: 0 };
    share.contacts++;
    if (startedAt > now - HOUR) share.last60++;
    operators.set(name, share);
  }
  const period = ({ from: start, to: end }: { from: number; to: number }) => ({
    from: isoTime(start),
    to: isoTime(end),
  });
  return done({
    ...board.score(),
    rate: rateAt(times, now),
    hours: byHour(times, from, to),
    earlier: earlierYear(context, entry),
    operatingSeconds: operating.seconds,
    offTimes: operating.offTimes.map(period),
    operatingHours,
    operators: [...operators].map(([operator, share]) => ({ operator, ...share })),
    nextSerial: hasSerial ? nextSerial(context, entry) : 1,
    lastAt: times.length === 0 ? null : isoTime(times.at(-1)!),
  });
}

function earlierYear(context: Context, entry: Entry): Standing["earlier"] {
  const entries = listEntries(context, entry.logbookId);
  if (!entries.ok) return null;
  const before = entries.value.find(({ tag, period }) => tag === entry.tag && period.from < entry.period.from);
  if (before === undefined) return null;
  const times = boardOf(context, before)
    .contacts()
    .map(({ startedAt }) => startedAt);
  const hours = byHour(times, secondsOf(before.period.from), secondsOf(before.period.to));
  return { name: before.period.from.slice(0, 4), hours };
}

/** What counts as multipliers, with where each was worked, and those still missing where they can be listed. */
export function sheetsOf(context: Context, entryId: number): Result<Sheet[]> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const { rules } = found.value;
  const { board, contact } = boardOf(context, found.value);
  const worked = [...board.multipliers().values()];
  return done(
    rules.multipliers.map((multiplier) => {
      const own = worked.filter(({ item }) => item.id === multiplier.id);
      const keyOf = ({ item, entity }: Pick<KnownItem, "item" | "entity">) => `${entity ?? ""} ${item}`;
      const items = new Map(knownItems(rules, multiplier).map((one) => [keyOf(one), one]));
      for (const { item } of own)
        if (!items.has(keyOf(item))) items.set(keyOf(item), { ...item, name: multiplierName(rules, item) });
      const listed = withinsOf(rules, multiplier.per, [...rules.bands].sort(compareBands), groupsOf(rules.modes));
      const made = own.map(({ item }) => item.within).sort((a, b) => a.localeCompare(b, "en", { numeric: true }));
      const columns = listed.length > 0 ? listed : [...new Set(made)];
      return {
        id: multiplier.id,
        label: multiplier.label,
        per: multiplier.per,
        columns,
        items: [...items]
          .map(([key, { item, entity, name }]) => ({
            item,
            entity,
            code: multiplier.of === "entity" ? (entityByCode(Number(item))?.prefix ?? item) : item,
            name,
            worked: Object.fromEntries(
              own
                .filter((one) => keyOf(one.item) === key)
                .map((one) => [
                  one.item.within,
                  { contactId: one.contactId, call: contact(one.contactId)?.call ?? "" },
                ]),
            ),
          }))
          .sort((a, b) => a.code.localeCompare(b.code, "en", { numeric: true }) || (a.entity ?? 0) - (b.entity ?? 0)),
      };
    }),
  );
}

type MarkedFinding = Finding & { readonly lookedAt: boolean };

const CHECKED = new WeakMap<object, { readonly contacts: object; readonly findings: readonly Finding[] }>();

function findingsOf(context: Context, entry: Entry): MarkedFinding[] {
  const { store } = context;
  const view = boardOf(context, entry);
  const contacts = view.contacts();
  let checked = CHECKED.get(view.board);
  if (checked?.contacts !== contacts) {
    const findings = checkLog(entry.rules, view.board, contacts, entry.category, knownCalls(context, entry));
    checked = { contacts, findings };
    CHECKED.set(view.board, checked);
  }
  const looked = new Set(
    store.all(store.q.selectFrom("contestLook").select("key").where("entryId", "=", entry.id)).map(({ key }) => key),
  );
  return checked.findings.map((finding) => ({ ...finding, lookedAt: looked.has(finding.key) }));
}

/** What the rest of the logbook, and the answers of the directory that are kept, know of calls. */
function knownCalls({ store }: Context, { logbookId, tag }: Entry): KnownCalls {
  const worked = store.all(
    store.q
      .selectFrom("contact")
      .select(["baseCall", (eb) => eb.fn.countAll<number>().as("count")])
      .where("logbookId", "=", logbookId)
      .where((eb) => eb.or([eb("contestId", "is", null), eb("contestId", "!=", tag)]))
      .groupBy("baseCall"),
  );
  const answers = store.all(
    store.q
      .selectFrom("listing")
      .select(["baseCall", (eb) => eb.fn.count<number>("body").as("listed")])
      .groupBy("baseCall"),
  );
  const listed = new Map(answers.map((answer) => [answer.baseCall, answer.listed > 0]));
  return {
    worked: new Map(worked.map(({ baseCall, count }) => [baseCall, count])),
    listed: (call) => listed.get(call) ?? null,
  };
}

/** What is probably wrong in the log, each with its contact. */
export function listFindings(context: Context, entryId: number): Result<ContestFinding[]> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const findings = findingsOf(context, found.value);
  const ids = [...new Set(findings.map(({ contactId }) => contactId))];
  const contacts = new Map(contactsById(context.store, ids).map((contact) => [contact.id, contact]));
  return done(
    findings.flatMap((finding) => {
      const contact = contacts.get(finding.contactId);
      return contact === undefined ? [] : [{ ...finding, contact }];
    }),
  );
}

/** Marks a finding as looked at, or takes the mark away. */
export function markFinding(
  context: Context,
  entryId: number,
  { key, lookedAt }: z.output<typeof markFindingEndpoint.body>,
): Result<{ readonly key: string }> {
  const found = getEntry(context, entryId);
  if (!found.ok) return found;
  const { store } = context;
  if (lookedAt)
    store.run(
      store.q
        .insertInto("contestLook")
        .values({ entryId, key })
        .onConflict((conflict) => conflict.columns(["entryId", "key"]).doNothing()),
    );
  else store.run(store.q.deleteFrom("contestLook").where("entryId", "=", entryId).where("key", "=", key));
  context.announce({ type: "contest", logbookId: found.value.logbookId, entryId, what: "entry" });
  return done({ key });
}
