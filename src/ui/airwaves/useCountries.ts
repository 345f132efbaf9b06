"use client";

import { geoContains } from "d3-geo";
import type { Feature, FeatureCollection } from "geojson";
import { useEffect, useState } from "react";
import { feature, mesh } from "topojson-client";
import type { GeometryCollection, Topology } from "topojson-specification";
import { ENTITIES, type Entity, entityOfCountry } from "@/core/entity";
import { pathBetween, type Point } from "@/core/geo";

/** The outlines of the countries. */
export interface Countries {
  readonly land: ReturnType<typeof feature>;
  readonly borders: ReturnType<typeof mesh>;
  readonly all: FeatureCollection;
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
          all: feature(atlas, each),
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
  const country = countries?.all.features.find((one: Feature) => geoContains(one, [point.longitude, point.latitude]));
  const name = (country?.properties as { name?: string } | null | undefined)?.name;
  const inside = name === undefined ? null : entityOfCountry(name, point);
  if (inside !== null) return { entity: inside, near: false };
  let nearest: Entity | null = null;
  let away = NEAR;
  for (const entity of ENTITIES) {
    if (entity.deleted) continue;
    const { distanceKm } = pathBetween(point, entity);
    if (distanceKm < away) [nearest, away] = [entity, distanceKm];
  }
  return nearest === null ? null : { entity: nearest, near: true };
}
