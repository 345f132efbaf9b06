import { type Expression, type ExpressionBuilder, type RawBuilder, sql, type SqlBool } from "kysely";
import { bandByName } from "../../core/band";
import { CONFIRMED_STATES } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import { WEEKDAYS } from "../../core/time/words";
import {
  type Condition,
  type FilterField,
  filterFieldById,
  type FilterGroup,
  isGroup,
  numberOf,
} from "../../core/view";
import type { ContactFilter } from "../../core/contract";
import type { Schema } from "../db/schema";
import type { Store } from "../db/store";

/** Those of some contacts, however many, that are in a logbook; they are looked up by their numbers alone. */
export function contactsAmong(store: Store, logbookId: number, ids: readonly number[]) {
  return store.q
    .selectFrom("contact")
    .where("contact.id", "in", sql<number>`(SELECT value FROM json_each(${JSON.stringify(ids)}))`)
    .where(sql`+contact.logbookId`, "=", logbookId);
}

/** The rows of a logbook, or of some contacts, that fit, but for what is found by text. */
export function filteredContacts(
  store: Store,
  logbookId: number,
  asked: ContactFilter,
  now: number,
  among?: readonly number[],
) {
  return narrowed(
    among === undefined
      ? store.q.selectFrom("contact").where("logbookId", "=", logbookId)
      : contactsAmong(store, logbookId, among),
    asked,
    now,
  );
}

/** As above, for what looks at all of them: gone through as they lie, where no span of time leads to a few. */
export function filteredContactsAsTheyLie(store: Store, logbookId: number, asked: ContactFilter, now: number) {
  if (asked.from !== undefined) return filteredContacts(store, logbookId, asked, now);
  return narrowed(store.q.selectFrom("contact").where(sql`+contact.logbookId`, "=", logbookId), asked, now);
}

function narrowed(all: ReturnType<typeof contactsAmong>, asked: ContactFilter, now: number) {
  const { band, mode, modeGroup, call, entity, site, from, to, filter } = asked;
  let query = all;
  if (call !== undefined) query = query.where("baseCall", "=", call);
  if (entity !== undefined) query = query.where("entityCode", "=", entity);
  if (site !== undefined) query = query.where("siteId", "=", site);
  if (band !== undefined) query = query.where("band", "=", band);
  if (mode !== undefined) query = query.where("mode", "=", mode);
  if (modeGroup !== undefined) query = query.where("modeGroup", "=", modeGroup);
  if (from !== undefined) query = query.where("startedAt", ">=", from);
  if (to !== undefined) query = query.where("startedAt", "<=", to);
  if (filter !== undefined && filter.of.length > 0) query = query.where((eb) => filterSql(eb, filter, now));
  return query;
}

type ContactBuilder = ExpressionBuilder<Schema, "contact">;

/** A filter as a condition on rows of `contact`. A condition on a field that is no longer there holds for all. */
function filterSql(eb: ContactBuilder, filter: FilterGroup, now: number): Expression<SqlBool> {
  const parts = filter.of.map((item) => (isGroup(item) ? filterSql(eb, item, now) : conditionSql(item, now)));
  if (parts.length === 0) return sql<SqlBool>`1`;
  return filter.join === "all" ? eb.and(parts) : eb.or(parts);
}

function conditionSql(condition: Condition, now: number): Expression<SqlBool> {
  const field = filterFieldById(condition.field);
  if (field === undefined) return sql<SqlBool>`1`;
  if (field.id === "entityConfirmed") {
    const confirmed = sql<SqlBool>`entityCode IN (SELECT CAST(item AS INTEGER) FROM slot
      WHERE slot.logbookId = contact.logbookId AND award = 'entities' AND confirmed > 0)`;
    return condition.is === "yes" ? confirmed : sql<SqlBool>`entityCode IS NOT NULL AND NOT ${confirmed}`;
  }
  const { channel, of } = field;
  if (channel !== undefined && of !== undefined) return confirmationSql(channel, of, field.kind, condition, now);
  const ref = DERIVED[field.id] ?? sql.ref<string | number | null>(`contact.${field.id}`);
  return comparisonSql(ref, field.kind, condition, now);
}

/** Seconds from whole weeks before the first contact on, since what is left of a negative number is negative. */
const WEEKS_BEFORE = 86_400 * 70_000;
const sinceLongAgo = sql`(contact.startedAt + ${sql.lit(WEEKS_BEFORE)})`;
/** When the day of a contact began, UTC: seconds since 1970. */
export const DAY_BEGUN = sql<number>`(${sinceLongAgo} / 86400 * 86400 - ${sql.lit(WEEKS_BEFORE)})`;
export const HOUR_OF_DAY = sql<number>`(${sinceLongAgo} / 3600 % 24)`;
/** From Sunday, 0; the first of January 1970 was a Thursday. */
export const DAY_OF_WEEK = sql<number>`((${sinceLongAgo} / 86400 + 4) % 7)`;
/** What follows from the columns of a contact. */
const DERIVED: Readonly<Record<string, RawBuilder<string | number | null>>> = {
  hour: HOUR_OF_DAY,
  weekday: sql`substr(${sql.lit(WEEKDAYS.join(""))}, ${DAY_OF_WEEK} * 3 + 1, 3)`,
  site: sql`(SELECT name FROM site WHERE site.id = contact.siteId)`,
};
export const DAYS_UNTIL_CONFIRMED = sql<
  number | null
>`CASE WHEN received IN (${sql.join(CONFIRMED_STATES.map((state) => sql.lit(state)))})
  THEN CAST(julianday(receivedOn) - julianday(sentOn) AS INTEGER) END`;

/**
 * A contact without a row for the channel stands there as "no", and without dates: the rows that are asked for are
 * looked up by themselves, and those without one are added where "no" or an empty date fits.
 */
function confirmationSql(
  channel: string,
  of: NonNullable<FilterField["of"]>,
  kind: string,
  condition: Condition,
  now: number,
): Expression<SqlBool> {
  const { is, value } = condition;
  const state = kind === "sent" || kind === "received";
  const fitsNone = state ? (is === "is") === (value === "no") : is === "empty" || is === "isNot";
  const ref = of === "days" ? DAYS_UNTIL_CONFIRMED : sql.ref<string | number | null>(`confirmation.${of}`);
  const fits = comparisonSql(ref, kind, condition, now);
  const ids = (holds: Expression<SqlBool>) =>
    sql`(SELECT contactId FROM confirmation WHERE channel = ${channel} AND ${holds})`;
  return fitsNone
    ? sql<SqlBool>`contact.id NOT IN ${ids(sql`NOT coalesce(${fits}, 0)`)}`
    : sql<SqlBool>`contact.id IN ${ids(fits)}`;
}

const DAY = 86_400;

function comparisonSql(
  ref: RawBuilder<string | number | null>,
  kind: string,
  { is, value = "" }: Condition,
  now: number,
): Expression<SqlBool> {
  if (is === "empty") return sql<SqlBool>`${ref} IS NULL`;
  if (is === "notEmpty") return sql<SqlBool>`${ref} IS NOT NULL`;
  if (is === "yes" || is === "no") return sql<SqlBool>`${ref} = ${is === "yes" ? 1 : 0}`;
  if (kind === "time" || kind === "day") {
    const [from, until] = span(is, value, now);
    // Times are kept in seconds, days as text; both are compared with the beginning of a day.
    const bound = (seconds: number) => (kind === "time" ? seconds : isoTime(seconds).slice(0, 10));
    const after = from === null ? sql<SqlBool>`${ref} IS NOT NULL` : sql<SqlBool>`${ref} >= ${bound(from)}`;
    return until === null ? after : sql<SqlBool>`(${after} AND ${ref} < ${bound(until)})`;
  }
  switch (is) {
    case "contains":
      return sql<SqlBool>`${ref} LIKE ${`%${escaped(value)}%`} ESCAPE '\\'`;
    case "begins":
      return sql<SqlBool>`${ref} LIKE ${`${escaped(value)}%`} ESCAPE '\\'`;
    case "atLeast":
      return sql<SqlBool>`${ref} >= ${meant(kind, value)}`;
    case "atMost":
      return sql<SqlBool>`${ref} <= ${meant(kind, value)}`;
    case "isNot":
      return sql<SqlBool>`(${ref} IS NULL OR ${ref} <> ${meant(kind, value)} COLLATE NOCASE)`;
    default:
      return sql<SqlBool>`${ref} = ${meant(kind, value)} COLLATE NOCASE`;
  }
}

/** From when until when, seconds, the end outside; null where open. */
function span(is: Condition["is"], value: string, now: number): readonly [number | null, number | null] {
  const date = new Date(now * 1000);
  const today = Math.floor(now / DAY) * DAY;
  const day = Date.parse(`${value}T00:00:00Z`) / 1000;
  const monthBegin = (months: number) => Date.UTC(date.getUTCFullYear(), date.getUTCMonth() + months) / 1000;
  switch (is) {
    case "today":
      return [today, today + DAY];
    case "thisMonth":
      return [monthBegin(0), monthBegin(1)];
    case "thisYear":
      return [Date.UTC(date.getUTCFullYear()) / 1000, Date.UTC(date.getUTCFullYear() + 1) / 1000];
    case "onDay":
      return [day, day + DAY];
    case "from":
      return [day, null];
    case "before":
      return [null, day];
    case "lastDays":
      return [today - (Number(value) - 1) * DAY, null];
    default:
      return [null, today - Number(value) * DAY];
  }
}

function meant(kind: string, value: string): string | number {
  if (kind === "kHz") return Math.round(numberOf(value) * 1000);
  if (kind === "number" || kind === "entity" || kind === "watts") return numberOf(value);
  if (kind === "band") return bandByName(value)?.name ?? value;
  return value;
}

function escaped(value: string): string {
  return value.replace(/[\\%_]/g, "\\$&");
}
