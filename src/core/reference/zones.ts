import { areaPoints, ENTITIES } from "../entity";
import type { Point } from "../geo";
import { RADIANS } from "../geo/point";

/** The continents of the ADIF standard. */
export const CONTINENTS: Readonly<Record<string, string>> = {
  AF: "Africa",
  AN: "Antarctica",
  AS: "Asia",
  EU: "Europe",
  NA: "North America",
  OC: "Oceania",
  SA: "South America",
};

/** Names of the CQ zones, from 1. Source: the published zone list. */
// prettier-ignore
const CQ_NAMES = `Northwestern North America|Northeastern North America|Western North America|Central North America
Eastern North America|Southern North America|Central America|West Indies|Northern South America|Western South America
Central South America|Southwestern South America|Southeastern South America|Western Europe|Central Europe|Eastern Europe
Western Siberia|Central Siberia|Eastern Siberia|Balkans|Southwestern Asia|Southern Asia|Central Asia|Eastern Asia|Japan
Southeastern Asia|Philippines|Indonesia|Western Australia|Eastern Australia|Central Pacific|New Zealand
Northwestern Africa|Northeastern Africa|Central Africa|Equatorial Africa|Eastern Africa|Southern Africa|Madagascar
North Atlantic`.split(/[|\n]/);

/** A zone: its name, and a point where people live in it, or null where nobody does. */
export interface Zone {
  readonly number: number;
  readonly name: string;
  readonly point: Point | null;
}

export const CQ_ZONES: readonly Zone[] = CQ_NAMES.map((name, index) => ({
  number: index + 1,
  name,
  point: middleOf("cqZone", index + 1),
}));

/** ITU zones have no names of their own: they are called by the entities that lie in them. */
export const ITU_ZONES: readonly Zone[] = Array.from({ length: 90 }, (_, index) => {
  const number = index + 1;
  const inside = ENTITIES.filter((entity) => entity.ituZone === number && !entity.deleted);
  const names = inside.slice(0, 3).map((entity) => entity.name);
  return { number, name: names.join(", ") || "no entity's middle", point: middleOf("ituZone", number) };
});

/** The middle, on the sphere, of the entities and call areas of a zone. */
function middleOf(kind: "cqZone" | "ituZone", number: number): Point | null {
  const entities = ENTITIES.filter((entity) => entity[kind] === number && !entity.deleted);
  const inside: readonly Point[] = [...entities, ...areaPoints(kind, number)];
  if (inside.length === 0) return null;
  let [x, y, z] = [0, 0, 0];
  for (const { latitude, longitude } of inside) {
    x += Math.cos(latitude * RADIANS) * Math.cos(longitude * RADIANS);
    y += Math.cos(latitude * RADIANS) * Math.sin(longitude * RADIANS);
    z += Math.sin(latitude * RADIANS);
  }
  return { latitude: Math.atan2(z, Math.hypot(x, y)) / RADIANS, longitude: Math.atan2(y, x) / RADIANS };
}
