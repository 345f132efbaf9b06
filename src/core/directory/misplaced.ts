import type { FactKey } from "../contact";
import { areaZones, entityByCode, gridDoubt } from "../entity";
import { gridCenter, pathBetween } from "../geo";
import { countyFault, isSubdivision, subdivisionOf } from "../reference";
import type { Listing } from "./listing";

/** The facts of a contact that directories know of, besides what was exchanged on the air. */
export const ENRICHED = ["name", "place", "grid", "state", "county", "cqZone", "ituZone"] as const satisfies FactKey[];
export type Enriched = (typeof ENRICHED)[number];

/** About what contact a directory is believed, or not. */
export interface DoubtedContact {
  readonly call: string;
  /** Seconds since 1970 UTC. */
  readonly at: number;
  readonly entityCode: number | null;
  /** What the station called itself in the log. */
  readonly names: readonly string[];
}

/** The entities of whose counties it is known how they are written: the United States, Alaska, Hawaii. */
const WITH_COUNTIES = new Set([291, 6, 110]);
/** What was said so long before a contact may have been true then, seconds. */
const LONG_BEFORE = 10 * 365 * 86_400;
/** A grid of four characters lies so far from a point in it at most, kilometres, and some more. */
const APART_KM = 200;
const STREET =
  /\b(street|road|avenue|lane|drive|calle|rua|ruta|camino|avenida|via|rue|chemin|stra(ss|ß)e)\b|\p{L}{3,}(weg|stra(ss|ß)e|gasse|laan|straat|gatan|veien)\b/iu;
/** Four digits and more at an end, as postal codes have, or letters and digits as in "SW1A 1AA" or "K1A 0B1". */
const POSTAL_CODE = /^\d{4,6}\b|\b\d{5,6}$|\b[A-Z]\d[A-Z] ?\d[A-Z]\d\b|\b[A-Z]{1,2}\d[A-Z\d]? \d[A-Z]{2}\b/u;

/**
 * Why what a directory says of a station is hardly true of a contact, or does not belong where it stands; null where
 * nothing speaks against it. Says it in a few words.
 */
export function misplaced(fact: Enriched, listing: Listing, contact: DoubtedContact): string | null {
  const value = listing[fact];
  if (value === null) return null;
  return DOUBTS[fact](String(value), listing, contact) ?? saidLongBefore(fact, listing, contact);
}

type Doubt = (value: string, listing: Listing, contact: DoubtedContact) => string | null;

const DOUBTS: Readonly<Record<Enriched, Doubt>> = {
  name: (value, _, { names }) =>
    names.length === 0 || names.some((name) => isSameName(name, value)) ? null : `the log has ${names[0]}`,
  place: (value) =>
    POSTAL_CODE.test(value)
      ? "a postal code is no place"
      : STREET.test(value) || /\s\d+[a-z]?$/iu.test(value) || /^\d+\s/u.test(value)
        ? "it looks like a street"
        : null,
  grid(value, { latitude, longitude }, { call, at }) {
    const center = gridCenter(value);
    if (latitude !== null && longitude !== null && center !== null) {
      const { distanceKm } = pathBetween(center, { latitude, longitude });
      if (distanceKm > APART_KM) return `${Math.round(distanceKm)} km from the coordinates that are said with it`;
    }
    return gridDoubt(call, value, at) === null ? null : "far outside of the entity";
  },
  state: (value, _, { entityCode }) =>
    entityCode !== null && isSubdivision(entityCode, value) === false
      ? `no state of ${entityByCode(entityCode)?.name}`
      : null,
  county: (value, _, { entityCode }) =>
    entityCode === null || !WITH_COUNTIES.has(entityCode) || countyFault(value) === null
      ? null
      : "a county is written as TX,Travis",
  cqZone(value, { state }, { entityCode }) {
    const ofState = entityCode === null || state === null ? null : (subdivisionOf(entityCode, state)?.cqZone ?? null);
    if (ofState !== null && Number(value) !== ofState) return `${state} lies in zone ${ofState}`;
    return outside("cqZone", Number(value), entityCode);
  },
  ituZone: (value, _, { entityCode }) => outside("ituZone", Number(value), entityCode),
};

function outside(kind: "cqZone" | "ituZone", zone: number, entityCode: number | null): string | null {
  const entity = entityCode === null ? undefined : entityByCode(entityCode);
  if (entity === undefined) return null;
  const zones = areaZones(entity.code)[kind];
  return zone === entity[kind] || zones.has(zone) ? null : `${entity.name} does not lie in it`;
}

function saidLongBefore(fact: Enriched, { saidOn }: Listing, { at }: DoubtedContact): string | null {
  if (fact === "name" || saidOn === null || at - Date.parse(saidOn) / 1000 < LONG_BEFORE) return null;
  return `said in ${saidOn.slice(0, 4)}, long before`;
}

/** First names are said on the air, whole ones in directories. */
function isSameName(one: string, other: string): boolean {
  const words = (name: string) =>
    name
      .toLowerCase()
      .split(/[\s.,-]+/u)
      .filter((word) => word.length > 1);
  const ofOther = new Set(words(other));
  return words(one).some((word) => ofOther.has(word));
}
