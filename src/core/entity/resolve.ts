import { type Callsign, expandPrefix, ituAllocation, parseCallsign, prefixTree } from "../callsign";
import { type Continent, countedAt, ENTITIES, type Entity, entityByCode, type Period } from "./entity";
import { AMBIGUOUS_LINES, movedByStroke, ruleFor } from "./entityRules";
import { zoneArea } from "./zones";

/** Which entity a call operated from, and what follows from it. */
export interface Resolution {
  /** The likeliest entity; null at sea, in the air, and where no entity fits. */
  readonly entity: Entity | null;
  readonly continent: Continent | null;
  readonly cqZone: number | null;
  readonly ituZone: number | null;
  /** A sensible point, degrees, north and east positive. */
  readonly latitude: number | null;
  readonly longitude: number | null;
  /** All entities the call could stand for, the likeliest first; empty when there is only one. */
  readonly candidates: readonly Entity[];
  /** The administration that the ITU allocated the series to; null where it is not allocated. */
  readonly country: string | null;
  /** Why there is no entity, fit to be shown; null when there is one. */
  readonly reason: string | null;
}

/** A call known to have operated from an entity that its letters do not tell. Dates in seconds since 1970 UTC. */
export interface CallException {
  readonly call: string;
  readonly entityCode: number;
  readonly from: number;
  readonly until: number;
  readonly cqZone?: number;
  readonly ituZone?: number;
}

interface PrefixRule extends Period {
  readonly entity: Entity;
}

/** Entities that a prefix cannot tell apart, while it could not. */
interface Ambiguity extends Period {
  readonly entities: readonly Entity[];
}

/** What is known of one prefix: the entities that used it, each in its time, and those it cannot tell apart. */
interface PrefixFacts {
  readonly rules: PrefixRule[];
  readonly ambiguities: Ambiguity[];
}

const NO_ENTITIES: readonly Entity[] = [];
const PREFIXES = prefixTree<PrefixFacts>();
const WHOLE_CALLS = new Map<string, PrefixRule[]>();

// Deleted entities first: of two that claim a prefix at one time, the one that was there for a while is meant.
for (const entity of [...ENTITIES].sort((one, other) => Number(other.deleted) - Number(one.deleted))) {
  for (const token of entity.callPrefixes) addToken(entity, token);
}
for (const line of AMBIGUOUS_LINES.trim().split("\n")) {
  const [tokens = "", codes = ""] = line.split("|");
  const entities = codes.split(" ").map((code) => entityByCode(Number(code))!);
  for (const token of tokens.split(" ")) {
    const { prefixes, ...period } = readToken(token);
    for (const prefix of prefixes) factsOf(prefix).ambiguities.push({ ...period, entities });
  }
}

function factsOf(prefix: string): PrefixFacts {
  return PREFIXES.at(prefix, () => ({ rules: [], ambiguities: [] }));
}

/** The prefixes that a notation of entityTable.ts stands for, and when it held. */
function readToken(token: string): Period & { readonly prefixes: readonly string[]; readonly whole: boolean } {
  const [, equals, notation, sign, year, day] = /^(=?)([^<>]+)(?:([<>])(\d{4})(-\d\d-\d\d)?)?$/.exec(token) ?? [];
  if (notation === undefined || (sign === ">" && day !== undefined))
    throw new Error(`"${token}" is no prefix notation`);
  const turn =
    day === undefined ? Date.UTC(Number(year ?? 0) + (sign === ">" ? 1 : 0)) / 1000 : Date.parse(year + day) / 1000;
  return {
    prefixes: expandPrefix(notation),
    whole: equals !== "",
    from: sign === ">" ? turn : -Infinity,
    until: sign === "<" ? turn - 1 : Infinity,
  };
}

function addToken(entity: Entity, token: string): void {
  const { prefixes, whole, from, until } = readToken(token);
  const rules = entity.counts
    .map((counted): PrefixRule => ({
      entity,
      from: Math.max(counted.from, from),
      until: Math.min(counted.until, until),
    }))
    .filter((rule) => rule.from <= rule.until);
  for (const prefix of prefixes) {
    if (!whole) factsOf(prefix).rules.push(...rules);
    else WHOLE_CALLS.set(prefix, [...(WHOLE_CALLS.get(prefix) ?? []), ...rules]);
  }
}

/**
 * Resolves a call as of a moment.
 *
 * @param call a call, or one already taken apart
 * @param at the moment of the contact, seconds since 1970 UTC
 * @param exceptions the operator's own, by whole call; looked at before any rule
 */
export function resolve(
  call: string | Callsign,
  at: number,
  exceptions?: ReadonlyMap<string, readonly CallException[]>,
): Resolution {
  if (typeof call === "string") {
    const parsed = parseCallsign(call);
    if (!parsed.ok) return nowhere(parsed.reason, null);
    call = parsed.callsign;
  }
  const exception = exceptions?.get(call.call)?.find((entry) => at >= entry.from && at <= entry.until);
  if (exception !== undefined) return byException(call, exception);
  if (call.mobile !== null) {
    return nowhere(`${call.mobile} mobile stations are in no entity`, ituAllocation(call.base));
  }
  const location = movedByStroke(call) ?? call.location;
  if (!call.portable) {
    const known = validAt(WHOLE_CALLS.get(call.base), at);
    if (known !== undefined) return place(known.entity, call, location, NO_ENTITIES);
  }
  const facts = PREFIXES.longest(location, ({ rules }) => validAt(rules, at) !== undefined);
  if (facts !== undefined) {
    const { entity } = validAt(facts.rules, at)!;
    const special = ruleFor(entity, call, location, at);
    if (special === null) return place(entity, call, location, candidatesAt(facts, entity, at));
    return place(special[0] ?? entity, call, location, special.length > 1 ? special : NO_ENTITIES);
  }
  const country = ituAllocation(location);
  return nowhere(
    country === null
      ? `the series of ${location} is not allocated to anyone`
      : `${country}: no entity that counted on that date uses this prefix`,
    country,
  );
}

function validAt<T extends Period>(periods: readonly T[] | undefined, at: number): T | undefined {
  if (periods === undefined) return undefined;
  for (const period of periods) if (at >= period.from && at <= period.until) return period;
  return undefined;
}

/** The entities a prefix may stand for that counted at the time, the one it led to first; none where it is sure. */
function candidatesAt(facts: PrefixFacts, likeliest: Entity, at: number): readonly Entity[] {
  const entities = validAt(facts.ambiguities, at)?.entities;
  if (entities === undefined) return NO_ENTITIES;
  const counted = entities.filter((entity) => entity !== likeliest && countedAt(entity, at));
  return counted.length === 0 ? NO_ENTITIES : [likeliest, ...counted];
}

function place(entity: Entity, call: Callsign, location: string, candidates: readonly Entity[]): Resolution {
  const area = zoneArea(entity.code, location, call.digit);
  return {
    entity,
    continent: entity.continent,
    cqZone: area?.cqZone ?? entity.cqZone,
    ituZone: area?.ituZone ?? entity.ituZone,
    latitude: area?.latitude ?? entity.latitude,
    longitude: area?.longitude ?? entity.longitude,
    candidates,
    country: ituAllocation(location),
    reason: null,
  };
}

function byException(call: Callsign, exception: CallException): Resolution {
  const entity = entityByCode(exception.entityCode);
  if (entity === undefined) return nowhere(`no entity has the code ${exception.entityCode}`, ituAllocation(call.base));
  const found = place(entity, call, call.location, NO_ENTITIES);
  return {
    ...found,
    cqZone: exception.cqZone ?? found.cqZone,
    ituZone: exception.ituZone ?? found.ituZone,
  };
}

function nowhere(reason: string, country: string | null): Resolution {
  return {
    entity: null,
    continent: null,
    cqZone: null,
    ituZone: null,
    latitude: null,
    longitude: null,
    candidates: NO_ENTITIES,
    country,
    reason,
  };
}

/**
 * The resolution with the operator's or a directory's choice of entity put in, where it is one that counted then.
 * Zones follow the chosen entity.
 */
export function chooseEntity(resolution: Resolution, call: Callsign, code: number, at: number): Resolution {
  const entity = entityByCode(code);
  if (entity === undefined || !countedAt(entity, at)) return resolution;
  if (resolution.entity?.code === code) return resolution;
  return place(entity, call, call.location, resolution.candidates);
}
