import { expandPrefix } from "../callsign";
import type { Point } from "../geo";
import { ZONE_AREA_LINES } from "./zoneAreas";

/** The zones of one call area; the point is given where the area lies far from its entity's. */
interface ZoneArea {
  readonly cqZone: number;
  readonly ituZone: number;
  readonly latitude: number | undefined;
  readonly longitude: number | undefined;
}

const AREAS = new Map<number, Map<string, ZoneArea>>();

for (const line of ZONE_AREA_LINES.trim().split("\n")) {
  const [code, areas = "", cqZone, ituZone, latitude, longitude] = line.split("|");
  const area: ZoneArea = {
    cqZone: Number(cqZone),
    ituZone: Number(ituZone),
    latitude: latitude ? Number(latitude) : undefined,
    longitude: longitude ? Number(longitude) : undefined,
  };
  const ofEntity = AREAS.get(Number(code)) ?? new Map<string, ZoneArea>();
  AREAS.set(Number(code), ofEntity);
  for (const key of areas.split(" ").flatMap(expandPrefix)) ofEntity.set(key, area);
}

const LONGEST_KEY = 5;

/** The zones of the area that a call operates in, where its entity lies in more than one. */
export function zoneArea(entityCode: number, location: string, digit: string): ZoneArea | undefined {
  const ofEntity = AREAS.get(entityCode);
  if (ofEntity === undefined) return undefined;
  // A digit and a letter are an area's key, not a prefix's: 3G is a part of China's area 3, whatever the call begins with.
  const shortest = /^[0-9]/.test(location) ? 3 : 2;
  for (let length = Math.min(LONGEST_KEY, location.length); length >= shortest; length--) {
    const area = ofEntity.get(location.slice(0, length));
    if (area !== undefined) return area;
  }
  if (digit === "") return undefined;
  const at = location.indexOf(digit, 1);
  return (at > 0 ? ofEntity.get(location.slice(at, at + 2)) : undefined) ?? ofEntity.get(digit);
}

/** Points of the call areas that lie in a zone, of entities that lie in more than one. */
export function areaPoints(kind: "cqZone" | "ituZone", zone: number): Point[] {
  const areas = [...AREAS.values()].flatMap((ofEntity) => [...new Set(ofEntity.values())]);
  return areas.flatMap(({ [kind]: own, latitude, longitude }) =>
    own === zone && latitude !== undefined && longitude !== undefined ? { latitude, longitude } : [],
  );
}

/** Points of the call areas of an entity; empty where it has none of its own. */
export function areaPointsOf(entityCode: number): Point[] {
  return [...new Set(AREAS.get(entityCode)?.values() ?? [])].flatMap(({ latitude, longitude }) =>
    latitude !== undefined && longitude !== undefined ? [{ latitude, longitude }] : [],
  );
}

/** All CQ and ITU zones that an entity's call areas lie in; empty where it lies in one alone. */
export function areaZones(entityCode: number): {
  readonly cqZone: ReadonlySet<number>;
  readonly ituZone: ReadonlySet<number>;
} {
  const areas = [...(AREAS.get(entityCode)?.values() ?? [])];
  return { cqZone: new Set(areas.map(({ cqZone }) => cqZone)), ituZone: new Set(areas.map(({ ituZone }) => ituZone)) };
}
