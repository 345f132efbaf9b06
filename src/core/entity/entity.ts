import { ENTITY_LINES } from "./entityTable";

export type Continent = "AF" | "AN" | "AS" | "EU" | "NA" | "OC" | "SA";

/** Seconds since 1970 UTC, both inclusive; infinite where open. */
export interface Period {
  readonly from: number;
  readonly until: number;
}

/** One entity of the ADIF standard's list. Latitude is positive north, longitude positive east, in degrees. */
export interface Entity {
  readonly code: number;
  readonly name: string;
  /** The prefix it is listed under: "CX", or with a mark where one prefix serves several: "VP8/G". */
  readonly prefix: string;
  readonly continent: Continent;
  readonly cqZone: number;
  readonly ituZone: number;
  readonly latitude: number;
  readonly longitude: number;
  /** Prefixes that lead here, in the notation of entityTable.ts. */
  readonly callPrefixes: readonly string[];
  /** The times in which it counts, in order: more than one where it did not count for a while. */
  readonly counts: readonly Period[];
  /** True when it no longer counts for new contacts. */
  readonly deleted: boolean;
}

/** All entities, current and deleted, by code. */
export const ENTITIES: readonly Entity[] = ENTITY_LINES.trim().split("\n").map(parseLine);

/** Those that are not deleted. */
export const CURRENT_ENTITIES: readonly Entity[] = ENTITIES.filter(({ deleted }) => !deleted);

const BY_CODE = new Map(ENTITIES.map((entity) => [entity.code, entity]));

export function entityByCode(code: number): Entity | undefined {
  return BY_CODE.get(code);
}

/** Whether a contact at this moment (seconds since 1970 UTC) counts for the entity. */
export function countedAt(entity: Entity, at: number): boolean {
  return entity.counts.some(({ from, until }) => at >= from && at <= until);
}

function parseLine(line: string): Entity {
  const cells = line.split("|");
  const [code, name, prefix, continent, cqZone, ituZone, latitude, longitude, prefixes, from, until, gap] = cells;
  const whole = { from: from ? beginning(from) : -Infinity, until: until ? end(until) : Infinity };
  const [gapFrom, gapUntil] = gap?.split(" ") ?? [];
  if (cells.length < 11 || !name || !prefix) throw new Error(`entity table, broken line: ${line}`);
  return {
    code: Number(code),
    name,
    prefix,
    continent: continent as Continent,
    cqZone: Number(cqZone),
    ituZone: Number(ituZone),
    latitude: Number(latitude),
    longitude: Number(longitude),
    callPrefixes: prefixes ? prefixes.split(" ") : [],
    counts:
      gapFrom === undefined || gapUntil === undefined
        ? [whole]
        : [
            { from: whole.from, until: beginning(gapFrom) - 1 },
            { from: end(gapUntil) + 1, until: whole.until },
          ],
    deleted: Boolean(until),
  };
}

function beginning(day: string): number {
  return Date.parse(`${day}T00:00:00Z`) / 1000;
}

function end(day: string): number {
  return Date.parse(`${day}T23:59:59Z`) / 1000;
}
