import { z } from "zod";
import { bandByName } from "../band";
import { type Channel, CHANNELS, RECEIVED_STATES, SENT_STATES, SERVICE_IDS } from "../confirm";
import { entityByCode } from "../entity";
import { WEEKDAYS } from "../time/words";
import { type ColumnKind, LOG_COLUMNS, type LogColumn } from "./columns";

export interface FilterField {
  readonly id: string;
  readonly label: string;
  readonly group: string;
  readonly kind: ColumnKind | "weekday";
  /** Of what is asked about a confirmation: which channel, and what of it. */
  readonly channel?: Channel;
  readonly of?: LogColumn["of"] | "days";
}

/** What a filter can ask for that is no column: it follows from others, or from the log as a whole. */
const DERIVED_FIELDS: readonly FilterField[] = [
  { id: "hour", label: "Hour, UTC", group: "Contact", kind: "number" },
  { id: "weekday", label: "Weekday, UTC", group: "Contact", kind: "weekday" },
  { id: "site", label: "Site", group: "Our side", kind: "text" },
  ...CHANNELS.map(({ id: channel, name }): FilterField => {
    const label = `${name}, days from sent to confirmed`;
    return { id: `${channel}.days`, label, group: name, kind: "number", channel, of: "days" };
  }),
  { id: "entityConfirmed", label: "Entity confirmed", group: "The whole log", kind: "flag" },
];

export const FILTER_FIELDS: readonly FilterField[] = [
  ...LOG_COLUMNS.filter(({ kind }) => kind !== "standing"),
  ...DERIVED_FIELDS,
];

const BY_ID = new Map(FILTER_FIELDS.map((field) => [field.id, field]));

export function filterFieldById(id: string): FilterField | undefined {
  return BY_ID.get(id);
}

/** Every comparison, how it is read in a chip, and what it is compared with. */
export const COMPARISONS = {
  is: { words: "is", takes: "value" },
  isNot: { words: "is not", takes: "value" },
  contains: { words: "contains", takes: "value" },
  begins: { words: "begins with", takes: "value" },
  atLeast: { words: "at least", takes: "value" },
  atMost: { words: "at most", takes: "value" },
  onDay: { words: "on", takes: "day" },
  before: { words: "before", takes: "day" },
  from: { words: "from", takes: "day" },
  today: { words: "today", takes: "nothing" },
  thisMonth: { words: "this month", takes: "nothing" },
  thisYear: { words: "this year", takes: "nothing" },
  lastDays: { words: "in the last days", takes: "days" },
  olderDays: { words: "longer ago than days", takes: "days" },
  empty: { words: "is empty", takes: "nothing" },
  notEmpty: { words: "is not empty", takes: "nothing" },
  yes: { words: "yes", takes: "nothing" },
  no: { words: "no", takes: "nothing" },
} as const;
export type Comparison = keyof typeof COMPARISONS;

const EMPTINESS = ["empty", "notEmpty"] as const;
const TEXT = ["contains", "is", "isNot", "begins", ...EMPTINESS] as const;
const NUMBER = ["is", "isNot", "atLeast", "atMost", ...EMPTINESS] as const;
const TIME = ["today", "thisMonth", "thisYear", "onDay", "from", "before", "lastDays", "olderDays"] as const;

/** The comparisons that suit a field. */
export function comparisonsFor(kind: FilterField["kind"]): readonly Comparison[] {
  switch (kind) {
    case "text":
    case "long":
    case "upper":
      return TEXT;
    case "number":
    case "kHz":
    case "watts":
      return NUMBER;
    case "time":
      return TIME;
    case "day":
      return [...TIME, ...EMPTINESS];
    case "flag":
      return ["yes", "no"];
    case "band":
    case "mode":
    case "entity":
      return ["is", "isNot", ...EMPTINESS];
    default:
      return ["is", "isNot"];
  }
}

/** One thing a filter asks for. The value is text, as typed; frequencies in kHz, entities by their code. */
export interface Condition {
  readonly field: string;
  readonly is: Comparison;
  readonly value?: string | undefined;
}

/** Conditions, and groups of them, of which all must hold, or any. */
export interface FilterGroup {
  readonly join: "all" | "any";
  readonly of: readonly (Condition | FilterGroup)[];
}

export const EMPTY_FILTER: FilterGroup = { join: "all", of: [] };

export function isGroup(item: Condition | FilterGroup): item is FilterGroup {
  return "join" in item;
}

/** What is wrong with a condition, in words that say how to mend it; null when it is well. */
export function conditionFault({ field: id, is, value = "" }: Condition): string | null {
  const field = filterFieldById(id);
  if (field === undefined) return `there is no field "${id}" to filter by`;
  if (!comparisonsFor(field.kind).includes(is))
    return `${field.label} cannot be compared by "${COMPARISONS[is].words}"`;
  const { takes } = COMPARISONS[is];
  if (takes === "nothing") return null;
  if (value.trim() === "") return `${field.label}: say what it is compared with`;
  if (takes === "day") return isDay(value) ? null : `"${value}" is no day, which is written like 2026-11-23`;
  if (takes === "days")
    return /^\d{1,5}$/.test(value) ? null : `"${value}" is no number of days: give one from 0 to 99999`;
  if (field.kind === "number") return /^\d{1,9}$/.test(value) ? null : `"${value}" is no whole number`;
  if (field.kind === "kHz" || field.kind === "watts")
    return Number.isFinite(numberOf(value)) ? null : `"${value}" is no number`;
  if (field.kind === "band") return bandByName(value) ? null : `"${value}" is no band: write it as in 20m`;
  if (field.kind === "entity") return entityByCode(Number(value)) ? null : `no entity has the code ${value}`;
  if (field.kind === "weekday") return oneOf(value, WEEKDAYS);
  if (field.kind === "sent") return oneOf(value, SENT_STATES);
  if (field.kind === "received") return oneOf(value, RECEIVED_STATES);
  return null;
}

function isDay(value: string): boolean {
  return z.iso.date().safeParse(value).success;
}

/** A number as typed, with a comma or a point. */
export function numberOf(value: string): number {
  return Number(value.replace(/\s/g, "").replace(",", "."));
}

function oneOf(value: string, known: readonly string[]): string | null {
  return known.includes(value) ? null : `"${value}" is none of ${known.join(", ")}`;
}

const conditionSchema: z.ZodType<Condition> = z
  .strictObject({
    field: z.string().max(40),
    is: z.enum(Object.keys(COMPARISONS) as [Comparison, ...Comparison[]]),
    value: z.string().max(200).optional(),
  })
  .superRefine((condition, context) => {
    const fault = conditionFault(condition);
    if (fault !== null) context.addIssue({ code: "custom", message: fault });
  });

const DEEPEST = 4;
const MOST = 60;

function groupSchema(depth: number): z.ZodType<FilterGroup> {
  return z.strictObject({
    join: z.enum(["all", "any"]),
    of: z
      .array(depth >= DEEPEST ? conditionSchema : z.union([conditionSchema, groupSchema(depth + 1)]))
      .max(MOST, `a group holds at most ${MOST} conditions`),
  });
}

/** A filter, as it is kept and as the interface for programs takes it. */
export const filterSchema: z.ZodType<FilterGroup> = groupSchema(1);

/** A filter as it stands in an address; null for one that asks for nothing. */
export function filterText(filter: FilterGroup): string | null {
  return filter.of.length === 0 ? null : JSON.stringify(filter);
}

/** The filter of an address, which anybody may have written; what is none asks for nothing. */
export function parseFilter(text: string | null): FilterGroup {
  try {
    return filterSchema.safeParse(JSON.parse(text ?? "null")).data ?? EMPTY_FILTER;
  } catch {
    return EMPTY_FILTER;
  }
}

/** How many conditions a filter has. */
export function conditionCount(group: FilterGroup): number {
  return group.of.reduce((count, item) => count + (isGroup(item) ? conditionCount(item) : 1), 0);
}

/** A condition for people: "Band is 20m", "Entity is Chile", "Pin yes". */
export function conditionText(condition: Condition): string {
  const field = filterFieldById(condition.field);
  if (field === undefined) return `${condition.field} (no longer there)`;
  const { words, takes } = COMPARISONS[condition.is];
  if (takes === "nothing") return `${field.label} ${words}`;
  if (condition.is === "lastDays") return `${field.label} in the last ${condition.value} days`;
  if (condition.is === "olderDays") return `${field.label} more than ${condition.value} days ago`;
  const value = condition.value ?? "";
  const shown = field.kind === "entity" ? (entityByCode(Number(value))?.name ?? value) : value;
  return `${field.label} ${words} ${shown}`;
}

const one = (field: string, is: Comparison, value?: string): Condition => ({ field, is, value });
const all = (...of: FilterGroup["of"]): FilterGroup => ({ join: "all", of });

/** Filters that are there from the start. */
export const SHIPPED_FILTERS: readonly { readonly name: string; readonly filter: FilterGroup }[] = [
  { name: "Today", filter: all(one("startedAt", "today")) },
  { name: "This month", filter: all(one("startedAt", "thisMonth")) },
  {
    name: "Waiting to be sent",
    filter: { join: "any", of: SERVICE_IDS.map((service) => one(`${service}.sent`, "is", "waiting")) },
  },
  { name: "Cards owed", filter: all(one("card.sent", "is", "wanted")) },
  {
    name: "Cards sent and not answered",
    filter: all(
      one("card.sent", "is", "sent"),
      one("card.received", "isNot", "confirmed"),
      one("card.received", "isNot", "verified"),
      one("card.received", "isNot", "ignored"),
    ),
  },
  {
    name: "Sent, not confirmed for 6 months",
    filter: {
      join: "any",
      of: SERVICE_IDS.map((service) =>
        all(
          one(`${service}.sent`, "is", "sent"),
          one(`${service}.sentOn`, "olderDays", "182"),
          one(`${service}.received`, "isNot", "confirmed"),
          one(`${service}.received`, "isNot", "verified"),
        ),
      ),
    },
  },
  { name: "Never confirmed entities", filter: all(one("entityConfirmed", "no")) },
  { name: "Pinned", filter: all(one("pin", "yes")) },
  { name: "Without grid", filter: all(one("grid", "empty")) },
];
