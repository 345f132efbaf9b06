import { parseCallsign } from "../callsign";
import type { CompleteContact } from "../contact/contact";
import { secondsOf } from "../contact/seconds";
import { resolve } from "../entity";
import { conditionsIn, holds, NOTHING_MADE, type StationFacts } from "./condition";
import { partsOf, type ReadParts, receivedParts, type Receiving, type TypedParts, understandParts } from "./exchange";
import { ALL, OUTSIDE, type Rules } from "./rules";

/** What is known of a station, from a contact or a site, besides its call. */
export interface StationGiven {
  readonly call: string;
  readonly entityCode: number | null;
  readonly continent: string | null;
  readonly cqZone: number | null;
  readonly ituZone: number | null;
  readonly grid: string | null;
}

/** What tells a side. */
type SideRules = Pick<Rules, "sides" | "conditions" | "exchange" | "lists">;

const NO_PARTS: ReadParts = { values: {}, types: {} };

/**
 * A station as a contest's conditions see it, its side included.
 *
 * @param sent what it sends, where that tells its side
 */
export function stationOf(
  rules: Pick<Rules, "sides" | "conditions">,
  given: StationGiven,
  sent: ReadParts = NO_PARTS,
): StationFacts {
  const parsed = parseCallsign(given.call);
  const facts: StationFacts = {
    call: parsed.ok ? parsed.callsign.base : given.call,
    prefix: parsed.ok ? parsed.callsign.prefix : given.call,
    entity: given.entityCode,
    continent: given.continent,
    cqZone: given.cqZone,
    ituZone: given.ituZone,
    grid: given.grid,
    gridField: given.grid?.slice(0, 2).toUpperCase() ?? null,
    portable: parsed.ok && (parsed.callsign.portable || parsed.callsign.markers.some((marker) => PORTABLE.has(marker))),
    side: OUTSIDE,
  };
  if (rules.sides.length === 0) return facts;
  // A side is told by the station alone, whichever end of the contact it is at.
  const alone = { ...NOTHING_MADE, ours: facts, theirs: facts, parts: sent.values, partTypes: sent.types };
  return { ...facts, side: rules.sides.find(({ when }) => holds(when, alone, rules.conditions))?.id ?? OUTSIDE };
}

/** A station in a contact, as far as the contact says where it is. */
type Located = Pick<StationGiven, "call" | "entityCode" | "continent"> & { readonly startedAt: string | number };

/** Where a station is by its call; in another entity than that of its call nothing more is known of it. */
export function placeOf({ call, entityCode, continent, startedAt }: Located): StationGiven {
  const place = stationByCall(call, typeof startedAt === "number" ? startedAt : secondsOf(startedAt));
  if (place.entityCode === entityCode) return place;
  return { ...place, entityCode, continent, cqZone: null, ituZone: null };
}

/** The side of a station of which the call is all that is known. */
export function sideByCall(rules: Pick<Rules, "sides" | "conditions">, call: string, at: number): string {
  return rules.sides.length === 0 ? OUTSIDE : stationOf(rules, stationByCall(call, at)).side;
}

/** The side that a station is on. What it sent tells it only where everybody sends the same parts. */
export function sideOf(rules: SideRules, contact: Located & Receiving): string {
  if (rules.sides.length === 0) return OUTSIDE;
  const sent = isSideToldByParts(rules) ? receivedParts(rules, ALL, contact) : NO_PARTS;
  return stationOf(rules, placeOf(contact), sent).side;
}

/** What an entrant sends, as far as it tells a side. */
export function sentParts(rules: SideRules, typed: TypedParts, entity: number | null): ReadParts {
  if (!isSideToldByParts(rules)) return NO_PARTS;
  return understandParts(rules, partsOf(rules, ALL), typed, { mode: "CW", entity });
}

const TOLD_BY_PARTS = new WeakMap<object, boolean>();

/** Whether some side is told by what is received from it. */
function isSideToldByParts({ sides, conditions }: Pick<Rules, "sides" | "conditions">): boolean {
  let told = TOLD_BY_PARTS.get(sides);
  if (told === undefined) {
    const named = sides.some(({ when }) =>
      [...conditionsIn(when, "")].some(([, { named: some }]) => some !== undefined),
    );
    const all = [...sides.map(({ when }) => when), ...(named ? Object.values(conditions) : [])];
    told = all.some((when) => [...conditionsIn(when, "")].some(([, { part }]) => part !== undefined));
    TOLD_BY_PARTS.set(sides, told);
  }
  return told;
}

const PORTABLE = new Set(["P", "M"]);

/** What tells a station from others, by a contest's rule of what is the same one. */
export function sameStationKey(
  { duplicates }: Pick<Rules, "duplicates">,
  { call, baseCall }: Pick<CompleteContact, "call" | "baseCall">,
): string {
  if (duplicates.station === "base") return baseCall;
  // Most calls have nothing that could be left out.
  const parsed = duplicates.station === "sent" || !call.includes("/") ? null : parseCallsign(call);
  if (parsed?.ok !== true) return call;
  const { callsign } = parsed;
  const idle = new Set(callsign.markers.filter((marker) => !MOVING.test(marker)));
  return callsign.call
    .split("/")
    .filter((piece) => !idle.has(piece))
    .join("/");
}

/** Another area's digit, or at sea and in the air. */
const MOVING = /^(\d|MM|AM)$/;

/** A station of which the call is all that is known. */
export function stationByCall(call: string, at: number): StationGiven {
  const place = resolve(call, at);
  return {
    call,
    entityCode: place.entity?.code ?? null,
    continent: place.continent,
    cqZone: place.cqZone,
    ituZone: place.ituZone,
    grid: null,
  };
}
