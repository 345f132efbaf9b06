import { z } from "zod";
import { BANDS } from "../band";
import { type Checked, type Fault, faultsOf } from "../contact/contact";
import { isClassForm } from "./classForm";
import type { Condition } from "./condition";
import { clock, conditionSchema, conditionsIn } from "./condition";
import { contestModeSchema } from "./contestModes";
import { PART_SOURCES } from "./sources";

const FORMATS = ["ypsiloid-contest/1", "ypsiloid-contest/2"] as const;
/** What a new definition begins with. */
export const NEWEST_FORMAT = "ypsiloid-contest/2";

const id = z
  .string()
  .regex(/^[a-z][a-zA-Z0-9]{0,30}$/, "an id is a word of letters and digits, as in theirZone")
  // Values are kept by these: a word that every object has is none.
  .refine((name) => !(name in {}), { error: ({ input }) => `"${String(input)}" cannot be an id: choose another word` });
const words = (longest: number) => z.string().trim().min(1, "it is empty").max(longest);
const bandName = z.enum(BANDS.map(({ name }) => name) as [string, ...string[]], {
  error: ({ input }) => `"${String(input)}" is no band: write it as in 20m`,
});

/** The longest that a contest runs, hours: its legs may be spread over a year. */
const LONGEST = 366 * 24;

/** What a part of an exchange is, and so how it is read. */
export const PART_TYPES = [
  "report",
  "serial",
  "cqZone",
  "ituZone",
  "section",
  "subdivision",
  "list",
  "class",
  "year",
  "age",
  "power",
  "name",
  "grid",
  "text",
] as const;

const partType = z.enum(PART_TYPES, {
  error: ({ input }) => `"${String(input)}" is no type of a part; there are ${PART_TYPES.join(", ")}`,
});
export type PartType = z.output<typeof partType>;

/** How a part is read. */
const readingShape = {
  type: partType,
  /** For "subdivision": the entities whose subdivisions count. */
  entities: z.array(z.int().positive()).min(1).max(50).optional(),
  /** For "list": which of the definition's lists. */
  list: id.optional(),
  /** For "class": its form; # is a number of one or two digits, @ a letter, [ABC] one of these letters. */
  form: z
    .string()
    .max(40)
    .refine((form) => isClassForm(form), "the form has a [ without its ], or nothing in it")
    .optional(),
  /** For "class": what its letters mean. */
  letters: z.record(z.string().regex(/^[A-Z]$/, "a letter, in capitals"), words(60)).optional(),
};
type ReadingShape = z.output<z.ZodObject<typeof readingShape>>;

function needed(part: ReadingShape, context: z.RefinementCtx): void {
  const needs = { subdivision: "entities", list: "list", class: "form" } as const;
  const what = part.type in needs ? needs[part.type as keyof typeof needs] : null;
  if (what !== null && part[what] === undefined)
    context.addIssue({ code: "custom", path: [what], message: `a part of type ${part.type} needs "${what}"` });
}

const partSchema = z
  .strictObject({
    id,
    label: words(30),
    ...readingShape,
    /** What else it can be, where it is not of the type: a zone, or else a society. */
    or: z.array(z.strictObject(readingShape).superRefine(needed)).min(1).max(5).optional(),
    /** Where the sent value comes from. */
    from: z.enum(PART_SOURCES).optional(),
    optional: z.boolean().default(false),
  })
  .superRefine(needed);
export type Part = z.output<typeof partSchema>;

/** Within what something counts once. */
const COUNTED_PER = [
  "contest",
  "band",
  "mode",
  "bandAndMode",
  "session",
  "bandAndSession",
  "hour",
  "bandAndHour",
] as const;
export type CountedPer = (typeof COUNTED_PER)[number];

/**
 * What is the same station: the call as it was sent; without what does not move it, so that DL1QTA/P is DL1QTA and
 * EA8/DL1QTA another; or the base call, wherever it is.
 */
const SAME_STATION = ["sent", "place", "base"] as const;

/** What can be a multiplier. */
const MULTIPLIER_KINDS = [
  "prefix",
  "entity",
  "continent",
  "cqZone",
  "ituZone",
  "gridField",
  "gridSquare",
  "call",
  "part",
] as const;

const multiplierSchema = z
  .strictObject({
    id,
    label: words(30),
    of: z.enum(MULTIPLIER_KINDS, {
      error: ({ input }) => `"${String(input)}" is no multiplier; there are ${MULTIPLIER_KINDS.join(", ")}`,
    }),
    /** For "part": which part of the received exchange. */
    part: id.optional(),
    per: z.enum(COUNTED_PER),
    /** How often each counts. */
    weight: z.number().positive().max(1000).default(1),
    if: conditionSchema.optional(),
  })
  .refine(({ of, part }) => (of === "part") === (part !== undefined), {
    path: ["part"],
    error: 'a multiplier of "part" names the part, and no other one does',
  });
export type Multiplier = z.output<typeof multiplierSchema>;

const somePoints = z.number().min(-10_000).max(10_000);

/** How a number of steps becomes a whole one: each begun, each full, or the nearest. */
const ROUNDINGS = ["up", "down", "nearest"] as const;

const perKm = z.strictObject({
  /** Points for any distance. */
  base: somePoints.default(0),
  /** Points for each step of the distance between the grids, kilometres. */
  perKm: z.number().positive().max(10_000),
  points: z.number().min(0).max(1000),
  round: z.enum(ROUNDINGS).default("up"),
});

/** Points by a number that was received, as an age. */
const perNumber = z.strictObject({
  base: somePoints.default(0),
  part: id,
  /** Points for each one of the number. */
  points: z.number().min(-1000).max(1000).default(1),
});

const pointsSchema = z.strictObject({
  if: conditionSchema.optional(),
  points: z.union([somePoints, perKm, perNumber], {
    error: 'points are a number, { "perKm": 500, "points": 2 }, or { "part": "age" }',
  }),
});

export type PointsRule = z.output<typeof pointsSchema>["points"];

const bonusSchema = z.discriminatedUnion("kind", [
  /** Claimed at the setting up, with one's word. */
  z.strictObject({ kind: z.literal("claimed"), id, label: words(100), points: z.number().min(0).max(1e7) }),
  /** For a contact with a certain station. */
  z.strictObject({
    kind: z.literal("station"),
    id,
    label: words(100),
    points: z.number().min(0).max(1e7),
    call: words(20),
    per: z.enum(COUNTED_PER),
  }),
]);

/** The categories that the open Cabrillo format names. */
export const CATEGORY_KINDS = [
  "operator",
  "assisted",
  "band",
  "mode",
  "power",
  "station",
  "transmitter",
  "overlay",
] as const;
export type CategoryKind = (typeof CATEGORY_KINDS)[number];
const categoryValues = z.array(words(40)).min(1).max(40);
const categorySets = z.partialRecord(z.enum(CATEGORY_KINDS), categoryValues);
export type Category = Partial<Record<CategoryKind, string>>;

const limitSchema = z.strictObject({
  /** The categories that it holds for; all where nothing is said. */
  category: categorySets.default({}),
  operatingHours: z.number().positive().max(1000).optional(),
  /** The shortest pause that counts as off. */
  offMinutes: z.int().positive().max(1000).default(60),
  /** How often the band may be changed in a clock hour. */
  bandChangesAnHour: z.int().positive().max(1000).optional(),
  /** The most power. */
  watts: z.number().positive().max(100_000).optional(),
});

/** A part of the contest's time; between the sessions nothing counts. */
const sessionSchema = z.strictObject({
  id,
  label: words(40),
  /** Hours from the start of the contest to its own. */
  after: z.number().min(0).max(LONGEST),
  hours: z.number().positive().max(LONGEST),
  bands: z.array(bandName).min(1).max(40).optional(),
  modes: z.array(contestModeSchema).min(1).max(40).optional(),
});
export type Session = z.output<typeof sessionSchema>;

export const WEEKDAYS = ["sunday", "monday", "tuesday", "wednesday", "thursday", "friday", "saturday"] as const;
const whenSchema = z.union([
  z.strictObject({
    fixed: z
      .array(z.strictObject({ from: z.iso.datetime(), to: z.iso.datetime() }))
      .min(1)
      .max(100),
  }),
  z.strictObject({
    every: z.strictObject({
      month: z.int().min(1).max(12),
      week: z.union([z.int().min(1).max(5), z.literal("last")]),
      day: z.enum(WEEKDAYS),
      /** Only days count from which the whole contest lies in the month. */
      full: z.boolean().default(false),
      start: clock,
      hours: z.number().positive().max(LONGEST),
    }),
  }),
]);

const listItem = z.strictObject({
  code: words(20),
  name: words(100),
  also: z.array(words(40)).max(20).default([]),
});

const rulesShape = z.strictObject({
  format: z.enum(FORMATS, { error: `a definition begins with "format": "${NEWEST_FORMAT}"` }),
  name: words(100),
  /** The name in the log file, and the contest of its contacts. */
  tag: z.string().regex(/^[A-Z0-9][A-Z0-9-]{1,39}$/, "a tag has capitals, digits and hyphens, as in OMBU-ZONE"),
  about: z.string().trim().max(1000).default(""),
  when: whenSchema,
  /** Days from the end until logs are no longer taken. */
  deadlineDays: z.number().positive().max(366),
  bands: z.array(bandName).min(1).max(40),
  modes: z.array(contestModeSchema).min(1).max(40),
  /** Conditions with a name, to be used in others. */
  conditions: z.record(id, conditionSchema).default({}),
  lists: z.record(id, z.array(listItem).min(1).max(2000)).default({}),
  /** Groups of stations, told by the condition on the station; the first that holds, and who fits none is outside. */
  sides: z
    .array(z.strictObject({ id, label: words(60), when: conditionSchema }))
    .max(20)
    .default([]),
  /** The parts that a station sends, for everybody ("all") or by its side. */
  exchange: z.record(id, z.array(partSchema).min(1).max(8)),
  /** Who may be worked; everybody where nothing is said. */
  workable: conditionSchema.optional(),
  /** Parts of its time; the whole where nothing is said. */
  sessions: z.array(sessionSchema).max(100).default([]),
  /** Whether the sessions are scored together, or each by itself, and the scores added up. */
  sessionScores: z.enum(["together", "apart"]).default("together"),
  /** The first that holds gives the points. */
  points: z.array(pointsSchema).min(1).max(100),
  multipliers: z.array(multiplierSchema).max(10).default([]),
  /** Whether the counts of several multipliers are added up or multiplied with each other. */
  multipliersAre: z.enum(["added", "multiplied"]).default("added"),
  duplicates: z.strictObject({
    per: z.enum(COUNTED_PER),
    /** What makes two contacts ones with the same station. */
    station: z.enum(SAME_STATION).default("base"),
    /** A station may be worked again in each such period, counted from the start. */
    hours: z.number().positive().max(1000).optional(),
    /** Parts that make it another station when it sends something else, or when we do: the county of who moves. */
    parts: z.array(id).max(8).default([]),
    /** What each duplicate costs: nothing, or points below 0. */
    points: z.number().min(-10_000).max(0).default(0),
  }),
  /** What each contact costs, off the total, that turns out wrong when logs are compared: nothing, or below 0. */
  wrongPoints: z.number().min(-100_000).max(0).default(0),
  bonuses: z.array(bonusSchema).max(50).default([]),
  /** The first whose power is not exceeded multiplies the score. */
  powerFactors: z
    .array(z.strictObject({ upToWatts: z.number().positive(), factor: z.number().positive().max(100) }))
    .max(20)
    .default([]),
  categories: categorySets,
  /** The first whose category is entered multiplies the score. */
  categoryFactors: z
    .array(z.strictObject({ category: categorySets, factor: z.number().positive().max(100) }))
    .max(50)
    .default([]),
  /** The combinations that exist; all where nothing is said. */
  combinations: z.array(categorySets).max(200).default([]),
  limits: z.array(limitSchema).max(50).default([]),
  /** Where a log file differs from the exchange: which parts stand in it, in which order. */
  columns: z.strictObject({ sent: z.array(id).min(1), received: z.array(id).min(1) }).optional(),
});

/** A contest's rules, as docs/contest-rules.md describes them. */
export type Rules = z.output<typeof rulesShape>;
export type RulesInput = z.input<typeof rulesShape>;

/** The shape alone, for the interface's description. */
export const rulesSchema = rulesShape;

/** Rules from data that can be scored by, as an earlier version may have kept them. */
export function readRules(input: unknown): Checked<Rules> {
  if (isDeeper(input, DEEPEST))
    return { ok: false, faults: [{ field: "(whole)", text: `it is nested more than ${DEEPEST} deep` }] };
  const parsed = rulesShape.safeParse(input);
  if (!parsed.success) return { ok: false, faults: faultsOf(parsed.error) };
  const size = everyCondition(parsed.data).reduce(
    (sum, { condition }) => sum + [...conditionsIn(condition, "")].length,
    0,
  );
  if (size > MOST_CONDITIONS)
    return { ok: false, faults: [{ field: "(whole)", text: `it has ${size} conditions: at most ${MOST_CONDITIONS}` }] };
  const faults = [...unknownNames(parsed.data), ...circles(parsed.data), ...wrongTimes(parsed.data)];
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: parsed.data };
}

const DEEPEST = 40;
/** Conditions within conditions counted, too: each may be asked for each contact. */
const MOST_CONDITIONS = 1000;

function isDeeper(value: unknown, than: number): boolean {
  if (typeof value !== "object" || value === null) return false;
  return than === 0 || Object.values(value).some((inner) => isDeeper(inner, than - 1));
}

/** The parts, one of each side, that a multiplier counts by; none where it is not of a part. */
export function partsCounted({ exchange }: Pick<Rules, "exchange">, { part }: Multiplier): Part[] {
  return part === undefined
    ? []
    : Object.values(exchange)
        .flat()
        .filter(({ id }) => id === part);
}

/** The side of those who fit none. */
export const OUTSIDE = "outside";
/** Where everybody sends the same. */
export const ALL = "all";

function unknownNames(rules: Rules): Fault[] {
  const faults: Fault[] = [];
  const sides = new Set([...rules.sides.map((side) => side.id), OUTSIDE]);
  const check = (field: string, name: string, known: ReadonlySet<string>, what: string) => {
    if (!known.has(name))
      faults.push({ field, text: `there is no ${what} "${name}"; there are ${[...known].join(", ") || "none"}` });
  };
  const senders = Object.keys(rules.exchange);
  if (!senders.includes(ALL))
    for (const side of sides)
      if (!senders.includes(side))
        faults.push({ field: "exchange", text: `nothing says what the side "${side}" sends: give it, or "all"` });
  for (const sender of senders) check(`exchange.${sender}`, sender, new Set([...sides, ALL]), "side");
  const parts = new Set<string>();
  for (const [sender, ofSender] of Object.entries(rules.exchange)) {
    const own = new Set<string>();
    ofSender.forEach((part, index) => {
      const field = `exchange.${sender}.${index}`;
      if (own.has(part.id)) faults.push({ field: `${field}.id`, text: `the part "${part.id}" stands twice` });
      own.add(part.id);
      parts.add(part.id);
      const lists = new Set(Object.keys(rules.lists));
      if (part.list !== undefined) check(`${field}.list`, part.list, lists, "list");
      part.or?.forEach(({ list }, at) => {
        if (list !== undefined) check(`${field}.or.${at}.list`, list, lists, "list");
      });
    });
  }
  rules.multipliers.forEach((multiplier, index) => {
    if (multiplier.part !== undefined) check(`multipliers.${index}.part`, multiplier.part, parts, "part");
    if (rules.multipliers.findIndex(({ id: other }) => other === multiplier.id) < index)
      faults.push({ field: `multipliers.${index}.id`, text: `the multiplier "${multiplier.id}" stands twice` });
  });
  rules.points.forEach(({ points }, index) => {
    if (typeof points === "object" && "part" in points)
      check(`points.${index}.points.part`, points.part, parts, "part");
  });
  rules.duplicates.parts.forEach((part, index) => check(`duplicates.parts.${index}`, part, parts, "part"));
  for (const way of ["sent", "received"] as const)
    rules.columns?.[way].forEach((part, index) => check(`columns.${way}.${index}`, part, parts, "part"));
  for (const { field, condition } of everyCondition(rules)) {
    for (const [at, inner] of conditionsIn(condition, field)) {
      for (const name of inner.named ?? [])
        check(`${at}.named`, name, new Set(Object.keys(rules.conditions)), "condition");
      for (const who of ["ours", "theirs"] as const)
        for (const side of inner[who]?.side ?? []) check(`${at}.${who}.side`, side, sides, "side");
      if (inner.part !== undefined) check(`${at}.part.id`, inner.part.id, parts, "part");
    }
  }
  const kinds = new Map(Object.entries(rules.categories).map(([kind, values]) => [kind, new Set(values)]));
  const sets = [
    ...rules.combinations.map((set, index) => ({ field: `combinations.${index}`, set })),
    ...rules.limits.map(({ category }, index) => ({ field: `limits.${index}.category`, set: category })),
    ...rules.categoryFactors.map(({ category }, index) => ({
      field: `categoryFactors.${index}.category`,
      set: category,
    })),
  ];
  for (const { field, set } of sets)
    for (const [kind, values] of Object.entries(set))
      for (const value of values) check(`${field}.${kind}`, value, kinds.get(kind) ?? new Set(), `${kind} category`);
  return faults;
}

/** All conditions of the rules, with where they stand. */
export function everyCondition(rules: Rules): { readonly field: string; readonly condition: Condition }[] {
  const found: { field: string; condition: Condition }[] = [];
  const add = (field: string, condition: Condition | undefined) => {
    if (condition !== undefined) found.push({ field, condition });
  };
  for (const [name, condition] of Object.entries(rules.conditions)) add(`conditions.${name}`, condition);
  rules.sides.forEach((side, index) => add(`sides.${index}.when`, side.when));
  add("workable", rules.workable);
  rules.points.forEach((entry, index) => add(`points.${index}.if`, entry.if));
  rules.multipliers.forEach((entry, index) => add(`multipliers.${index}.if`, entry.if));
  return found;
}

/** Conditions that lead back to themselves, and sides that are told by sides. */
function circles(rules: Rules): Fault[] {
  const faults: Fault[] = [];
  const namesIn = (condition: Condition) => [...conditionsIn(condition, "")].flatMap(([, inner]) => inner.named ?? []);
  const done = new Set<string>();
  const follow = (name: string, path: readonly string[]): void => {
    if (path.includes(name)) {
      const circle = [...path.slice(path.indexOf(name)), name].join(" -> ");
      if (!faults.some(({ text }) => text.includes(name)))
        faults.push({ field: `conditions.${name}`, text: `the condition needs itself: ${circle}` });
      return;
    }
    if (done.has(name) || rules.conditions[name] === undefined) return;
    for (const next of namesIn(rules.conditions[name])) follow(next, [...path, name]);
    done.add(name);
  };
  for (const name of Object.keys(rules.conditions)) follow(name, []);
  if (faults.length > 0) return faults;
  rules.sides.forEach((side, index) => {
    const all = [side.when, ...reached(rules, side.when)];
    const told = all.some((condition) =>
      [...conditionsIn(condition, "")].some(([, { ours, theirs }]) => ours?.side ?? theirs?.side),
    );
    if (told) faults.push({ field: `sides.${index}.when`, text: "a side cannot be told by a side" });
  });
  return faults;
}

/** The conditions that a condition leads to by their names, each once. */
function reached(rules: Rules, condition: Condition): Condition[] {
  const found = new Map<string, Condition>();
  const open = [condition];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    for (const name of [...conditionsIn(next, "")].flatMap(([, inner]) => inner.named ?? [])) {
      const named = rules.conditions[name];
      if (named === undefined || found.has(name)) continue;
      found.set(name, named);
      open.push(named);
    }
  }
  return [...found.values()];
}

function wrongTimes({ when }: Rules): Fault[] {
  if (!("fixed" in when)) return [];
  return when.fixed.flatMap(({ from, to }, index) => {
    const hours = (Date.parse(to) - Date.parse(from)) / 3_600_000;
    const field = `when.fixed.${index}.to`;
    if (!(hours > 0)) return [{ field, text: `it ends (${to}) before it begins (${from})` }];
    return hours > LONGEST ? [{ field, text: `it lasts ${Math.round(hours)} hours: at most ${LONGEST}` }] : [];
  });
}
