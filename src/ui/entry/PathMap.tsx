"use client";

import { geoAzimuthalEquidistant, geoGraticule10, geoPath } from "d3-geo";
import { memo, useEffect, useMemo, useState } from "react";
import { feature } from "topojson-client";
import type { GeometryCollection, Topology } from "topojson-specification";
import { gridCenter, type Point } from "@/core/geo";
import { nightSide, useMinute } from "../kit/night";

const SIZE = 208;

/** The world around one's own site, by bearing and distance, with the night shaded and the path to a station. */
export const PathMap = memo(function PathMap({ grid, target }: { grid: string; target: Point | null }) {
  const land = useLand();
  const now = useMinute();
  // The outlines are thousands of points: they are projected once, and not with every key.
  const map = useMemo(() => (land === null ? null : projected(grid, land)), [grid, land]);
  const night = useMemo(() => (map === null || now === null ? null : (map.path(nightSide(now)) ?? "")), [map, now]);
  if (map === null || night === null) return <div className="size-52 rounded-full bg-line/40" />;
  const spot = target === null ? null : map.projection([target.longitude, target.latitude]);
  return (
    <svg
      width={SIZE}
      height={SIZE}
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="img"
      aria-label={
        target === null
          ? "Map around the site, with the night"
          : "Map around the site, with the night and the path to the station"
      }
    >
      <circle cx={SIZE / 2} cy={SIZE / 2} r={SIZE / 2 - 2} className="fill-panel stroke-edge" />
      <path d={map.graticule} className="fill-none stroke-line" strokeWidth={0.5} />
      <path d={map.land} className="fill-line stroke-edge" strokeWidth={0.4} />
      <path d={night} className="fill-night-side" />
      {target !== null && spot !== null && (
        <>
          <line x1={SIZE / 2} y1={SIZE / 2} x2={spot[0]} y2={spot[1]} className="stroke-signal" strokeWidth={2} />
          <circle cx={spot[0]} cy={spot[1]} r={4} className="fill-signal stroke-panel" strokeWidth={1.5} />
        </>
      )}
      <circle cx={SIZE / 2} cy={SIZE / 2} r={2.5} className="fill-ink" />
    </svg>
  );
});

function projected(grid: string, land: Land) {
  const home = gridCenter(grid);
  if (home === null) return null;
  const projection = geoAzimuthalEquidistant()
    .rotate([-home.longitude, -home.latitude])
    .scale((SIZE / 2 - 2) / Math.PI)
    .translate([SIZE / 2, SIZE / 2])
    .clipAngle(180 - 1e-3);
  const path = geoPath(projection);
  return { projection, path, graticule: path(geoGraticule10()) ?? "", land: path(land) ?? "" };
}

type Land = ReturnType<typeof feature>;

/** The land's outline; a part of its own, since it is large. */
function useLand(): Land | null {
  const [land, setLand] = useState<Land | null>(null);
  useEffect(() => {
    let wanted = true;
    void import("world-atlas/land-110m.json").then((file) => {
      const atlas = file.default as unknown as Topology<{ land: GeometryCollection }>;
      if (wanted) setLand(feature(atlas, atlas.objects.land));
    });
    return () => void (wanted = false);
  }, []);
  return land;
}
