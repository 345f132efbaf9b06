import { z } from "zod";
import { bandLabel } from "../band";
import { entityByCode } from "../entity";
import { contestModeSchema } from "./contestModes";

const few = <Item extends z.ZodType>(item: Item) => z.array(item).min(1).max(500).optional();

/** A time of day, UTC. */
export const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, "a time is written like 00:00");

/** What a station is asked for. All that is given must hold; of a list, one. */
const stationSchema = z.strictObject({
  call: few(z.string().max(20)),
  prefix: few(z.string().max(10)),
  entity: few(z.int().positive()),
  continent: few(z.enum(["AF", "AN", "AS", "EU", "NA", "OC", "SA"])),
  cqZone: few(z.int().min(1).max(40)),
  ituZone: few(z.int().min(1).max(90)),
  side: few(z.string().max(31)),
  /** Away from its own place, or mobile. */
  portable: z.boolean().optional(),
});
type StationTest = z.output<typeof stationSchema>;

/** What the two stations can have in common. */
const COMPARED = ["call", "prefix", "entity", "continent", "cqZone", "ituZone", "side", "gridField"] as const;
type Compared = (typeof COMPARED)[number];

/** Tests of a contact; all that are given must hold. */
export interface Condition {
  readonly ours?: StationTest | undefined;
  readonly theirs?: StationTest | undefined;
  /** What both stations share, each of them. */
  readonly same?: readonly Compared[] | undefined;
  /** In what they differ, each of them. */
  readonly other?: readonly Compared[] | undefined;
  readonly band?: readonly string[] | undefined;
  /** Groups, or modes by their names. */
  readonly mode?: readonly string[] | undefined;
  /** The distance between the grids, kilometres. */
  readonly distance?: { readonly over?: number | undefined; readonly upTo?: number | undefined } | undefined;
  /** The time of day, UTC, from a minute to another, the end outside; past midnight where it ends before it begins. */
  readonly time?: { readonly from: string; readonly to: string } | undefined;
  /** A part of the received exchange: one of these values, or read as that type; any where neither is said. */
  readonly part?:
    { readonly id: string; readonly is?: readonly string[] | undefined; readonly as?: string | undefined } | undefined;
  readonly not?: Condition | undefined;
  readonly any?: readonly Condition[] | undefined;
  /** Conditions of the definition, each of them. */
  readonly named?: readonly string[] | undefined;
}

export const conditionSchema: z.ZodType<Condition> = z.lazy(() =>
  z.strictObject({
    ours: stationSchema.optional(),
    theirs: stationSchema.optional(),
    same: few(z.enum(COMPARED)),
    other: few(z.enum(COMPARED)),
    band: few(z.string().max(10)),
    mode: few(contestModeSchema),
    distance: z.strictObject({ over: z.number().min(0).optional(), upTo: z.number().min(0).optional() }).optional(),
    time: z.strictObject({ from: clock, to: clock }).optional(),
    part: z
      .strictObject({ id: z.string().max(31), is: few(z.string().max(40)), as: z.string().max(20).optional() })
      .optional(),
    not: conditionSchema.optional(),
    any: z.array(conditionSchema).min(1).max(50).optional(),
    named: few(z.string().max(31)),
  }),
);

/** A condition and all within it, each with where it stands. */
export function* conditionsIn(condition: Condition, field: string): Generator<readonly [string, Condition]> {
  yield [field, condition];
  if (condition.not !== undefined) yield* conditionsIn(condition.not, `${field}.not`);
  for (const [index, inner] of (condition.any ?? []).entries()) yield* conditionsIn(inner, `${field}.any.${index}`);
}

/** What conditions ask about a station. */
export interface StationFacts {
  readonly call: string;
  readonly prefix: string;
  readonly entity: number | null;
  readonly continent: string | null;
  readonly cqZone: number | null;
  readonly ituZone: number | null;
  readonly gridField: string | null;
  readonly grid: string | null;
  readonly portable: boolean;
  readonly side: string;
}

/** What conditions ask about a contact. */
export interface ConditionFacts {
  readonly ours: StationFacts;
  readonly theirs: StationFacts;
  readonly band: string;
  /** What its mode is called: by its group, and by its own names. */
  readonly modes: readonly string[];
  /** Kilometres; null where a grid is not known. */
  readonly distance: number | null;
  readonly parts: Readonly<Record<string, string>>;
  /** As what a part was read, where it can be several things. */
  readonly partTypes: Readonly<Record<string, string>>;
  /** Of the day, UTC. */
  readonly minute: number;
}

/** What is known of a contact before there is one: the stations alone. */
export const NOTHING_MADE = { band: "", modes: [], distance: null, parts: {}, partTypes: {}, minute: NaN } as const;

/**
 * Whether a condition holds; what is not known is never equal to anything. A named one is worked out once, however
 * often it is asked for.
 */
export function holds(
  condition: Condition,
  facts: ConditionFacts,
  named: Readonly<Record<string, Condition>>,
  known?: Map<string, boolean>,
): boolean {
  const { ours, theirs, same, other, band, mode, distance, part, not, any } = condition;
  if (ours !== undefined && !stationFits(ours, facts.ours)) return false;
  if (theirs !== undefined && !stationFits(theirs, facts.theirs)) return false;
  if (band !== undefined && !band.includes(facts.band)) return false;
  if (mode !== undefined && !mode.some((name) => facts.modes.includes(name))) return false;
  for (const key of same ?? []) if (facts.ours[key] === null || facts.ours[key] !== facts.theirs[key]) return false;
  for (const key of other ?? [])
    if (facts.ours[key] === null || facts.theirs[key] === null || facts.ours[key] === facts.theirs[key]) return false;
  if (distance !== undefined) {
    if (facts.distance === null) return false;
    if (distance.over !== undefined && facts.distance <= distance.over) return false;
    if (distance.upTo !== undefined && facts.distance > distance.upTo) return false;
  }
  if (condition.time !== undefined && !isWithin(condition.time, facts.minute)) return false;
  if (part !== undefined && !partFits(part, facts)) return false;
  if (not === undefined && any === undefined && condition.named === undefined) return true;
  const worked = known ?? new Map<string, boolean>();
  if (not !== undefined && holds(not, facts, named, worked)) return false;
  if (any !== undefined && !any.some((inner) => holds(inner, facts, named, worked))) return false;
  return (condition.named ?? []).every((name) => {
    let result = worked.get(name);
    if (result === undefined) {
      result = named[name] !== undefined && holds(named[name], facts, named, worked);
      worked.set(name, result);
    }
    return result;
  });
}

function isWithin({ from, to }: { readonly from: string; readonly to: string }, minute: number): boolean {
  const [first, last] = [minuteOf(from), minuteOf(to)];
  return first < last ? minute >= first && minute < last : minute >= first || minute < last;
}

function minuteOf(time: string): number {
  const [hours = 0, minutes = 0] = time.split(":").map(Number);
  return hours * 60 + minutes;
}

function partFits({ id, is, as }: NonNullable<Condition["part"]>, { parts, partTypes }: ConditionFacts): boolean {
  const value = parts[id];
  if (value === undefined) return false;
  if (as !== undefined && partTypes[id] !== as) return false;
  return is === undefined || is.some((one) => one.toUpperCase() === value.toUpperCase());
}

/** Whether a station is one of those that are asked for. */
function stationFits(test: StationTest, station: StationFacts): boolean {
  const within = <Value>(wanted: readonly Value[] | undefined, value: Value | null) =>
    wanted === undefined || (value !== null && wanted.includes(value));
  return (
    within(test.call, station.call) &&
    within(test.prefix, station.prefix) &&
    within(test.entity, station.entity) &&
    within(test.continent as readonly string[] | undefined, station.continent) &&
    within(test.cqZone, station.cqZone) &&
    within(test.ituZone, station.ituZone) &&
    within(test.side, station.side) &&
    (test.portable === undefined || test.portable === station.portable)
  );
}

const COMPARED_WORDS: Readonly<Record<Compared, string>> = {
  call: "call",
  prefix: "prefix",
  entity: "entity",
  continent: "continent",
  cqZone: "CQ zone",
  ituZone: "ITU zone",
  side: "side",
  gridField: "grid field",
};

/** A condition in words: "another continent, on 80 m or 40 m". */
export function conditionText(condition: Condition): string {
  const said: string[] = [];
  const or = (values: readonly (string | number)[]) => values.join(" or ");
  for (const key of condition.same ?? []) said.push(`same ${COMPARED_WORDS[key]}`);
  for (const key of condition.other ?? []) said.push(`another ${COMPARED_WORDS[key]}`);
  for (const [who, test] of [
    ["we", condition.ours],
    ["they", condition.theirs],
  ] as const) {
    if (test === undefined) continue;
    const of: string[] = [];
    if (test.call) of.push(`are ${or(test.call)}`);
    if (test.prefix) of.push(`have the prefix ${or(test.prefix)}`);
    if (test.entity) of.push(`are in ${or(test.entity.map((code) => entityByCode(code)?.name ?? code))}`);
    if (test.continent) of.push(`are in ${or(test.continent)}`);
    if (test.cqZone) of.push(`are in CQ zone ${or(test.cqZone)}`);
    if (test.ituZone) of.push(`are in ITU zone ${or(test.ituZone)}`);
    if (test.side) of.push(`are of the side ${or(test.side)}`);
    if (test.portable !== undefined) of.push(test.portable ? "are portable" : "are not portable");
    said.push(`${who} ${of.join(" and ")}`);
  }
  if (condition.band) said.push(`on ${or(condition.band.map(bandLabel))}`);
  if (condition.mode) said.push(`in ${or(condition.mode)}`);
  if (condition.distance?.over !== undefined) said.push(`over ${condition.distance.over} km`);
  if (condition.distance?.upTo !== undefined) said.push(`up to ${condition.distance.upTo} km`);
  if (condition.time) said.push(`from ${condition.time.from} to ${condition.time.to} UTC`);
  if (condition.part) {
    const { id, is, as } = condition.part;
    said.push(is === undefined ? `${id} is ${as === undefined ? "given" : `a ${as}`}` : `${id} is ${or(is)}`);
  }
  if (condition.any) said.push(condition.any.map((inner) => `(${conditionText(inner)})`).join(" or "));
  if (condition.not) said.push(`not (${conditionText(condition.not)})`);
  for (const name of condition.named ?? []) said.push(name);
  return said.join(", ");
}
