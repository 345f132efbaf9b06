"use client";

import { geoPath, type GeoProjection } from "d3-geo";
import { useMemo } from "react";
import type { Countries } from "./useCountries";

interface EarthProps {
  projection: GeoProjection;
  /** Null until the outlines are there. */
  countries: Countries | null;
}

/** The earth: land, and borders. */
export function Earth({ projection, countries }: EarthProps) {
  const drawn = useMemo(() => {
    const path = geoPath(projection);
    return {
      sphere: path({ type: "Sphere" }) ?? "",
      land: countries === null ? "" : (path(countries.land) ?? ""),
      borders: countries === null ? "" : (path(countries.borders) ?? ""),
    };
  }, [projection, countries]);
  return (
    <>
      <path d={drawn.sphere} className="fill-panel stroke-edge" />
      <path d={drawn.land} className="fill-line stroke-edge" strokeWidth={0.5} />
      <path d={drawn.borders} className="fill-none stroke-edge" strokeWidth={0.3} />
    </>
  );
}
