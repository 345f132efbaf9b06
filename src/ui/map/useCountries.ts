"use client";

import { geoContains, type GeoPermissibleObjects } from "d3-geo";
import { useEffect, useState } from "react";
import { feature, mesh } from "topojson-client";
import type { GeometryCollection, Topology } from "topojson-specification";
import { CURRENT_ENTITIES, type Entity, entityOfCountry } from "@/core/entity";
import { pathBetween, type Point } from "@/core/geo";

/** The outlines of the countries. */
export interface Countries {
  readonly land: ReturnType<typeof feature>;
  readonly borders: ReturnType<typeof mesh>;
  readonly each: readonly { readonly name: string; readonly outline: GeoPermissibleObjects }[];
}

/** The outlines, a part of their own since they are large; null until they are there. */
export function useCountries(): { readonly countries: Countries | null; readonly failed: boolean } {
  const [countries, setCountries] = useState<Countries | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let wanted = true;
    import("world-atlas/countries-110m.json").then(
      (file) => {
        const atlas = file.default as unknown as Topology<{
          land: GeometryCollection;
          countries: GeometryCollection<{ name: string }>;
        }>;
        const { land, countries: each } = atlas.objects;
        if (!wanted) return;
        setCountries({
          land: feature(atlas, land),
          borders: mesh(atlas, each, (a, b) => a !== b),
          each: feature(atlas, each).features.map((one) => ({ name: one.properties.name, outline: one })),
        });
      },
      () => wanted && setFailed(true),
    );
    return () => void (wanted = false);
  }, []);
  return { countries, failed };
}

/** How far from the middle of an entity one is still said to be near it, km. */
const NEAR = 600;

/** The entity of a place, or, at sea, the one that it is near; null where there is none. */
export function entityAt(point: Point, countries: Countries | null): { entity: Entity; near: boolean } | null {
  const place: [number, number] = [point.longitude, point.latitude];
  const country = countries?.each.find(({ outline }) => geoContains(outline, place));
  const inside = country === undefined ? null : entityOfCountry(country.name, point);
  if (inside !== null) return { entity: inside, near: false };
  let nearest: Entity | null = null;
  let away = NEAR;
  for (const entity of CURRENT_ENTITIES) {
    const { distanceKm } = pathBetween(point, entity);
    if (distanceKm < away) [nearest, away] = [entity, distanceKm];
  }
  return nearest === null ? null : { entity: nearest, near: true };
}
