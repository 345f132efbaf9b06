"use client";

import { geoPath, type GeoProjection } from "d3-geo";
import { useMemo } from "react";
import { CURRENT_ENTITIES } from "@/core/entity";
import { gridOf, type Point, pointsBetween, wrapLongitude } from "@/core/geo";
import { nightSide } from "../kit/night";
import type { Size } from "../kit/useSize";
import { type MapMark, marksInSight } from "./mapMarks";
import { showsSquares, sightOf } from "../map/mapView";

interface LayerProps {
  projection: GeoProjection;
  size: Size;
}

export function Night({ projection, now }: Pick<LayerProps, "projection"> & { now: number }) {
  return <path d={geoPath(projection)(nightSide(now)) ?? ""} className="fill-night-side" />;
}

/** The fields of grids, or their squares where they are large enough; with their names. */
export function Grids({ projection, size }: LayerProps) {
  const isFine = showsSquares(projection);
  const [wide, high] = isFine ? [2, 1] : [20, 10];
  const drawn = useMemo(() => {
    const path = geoPath(projection);
    const isNear = sightOf(projection, size);
    const lines: string[] = [];
    const names: { text: string; at: readonly [number, number] }[] = [];
    const middle = projection.invert?.([size.width / 2, size.height / 2]) ?? [0, 0];
    const reach = isFine ? 40 : 180;
    const from = isFine ? Math.floor((middle[0] - reach) / wide) * wide : -180;
    const low = Math.max(-90, isFine ? Math.floor((middle[1] - reach / 2) / high) * high : -90);
    const top = Math.min(90, low + (isFine ? reach : 180));
    for (let east = from; east < from + 2 * reach; east += wide) {
      const meridian = Array.from({ length: 19 }, (_, step): [number, number] => [
        east,
        low + ((top - low) * step) / 18,
      ]);
      lines.push(path({ type: "LineString", coordinates: meridian }) ?? "");
      for (let north = low; north < top; north += high) {
        const center = { longitude: wrapLongitude(east + wide / 2), latitude: north + high / 2 };
        const at = isNear([center.longitude, center.latitude]);
        if (at !== null) names.push({ text: gridOf(center, isFine ? 4 : 2), at });
      }
    }
    for (let north = low; north <= top; north += high) {
      const parallel = Array.from({ length: 73 }, (_, step): [number, number] => [
        from + (2 * reach * step) / 72,
        north,
      ]);
      lines.push(path({ type: "LineString", coordinates: parallel }) ?? "");
    }
    return { lines: lines.join(""), names };
  }, [projection, size, isFine, wide, high]);
  return (
    <>
      <path d={drawn.lines} className="fill-none stroke-edge" strokeWidth={0.5} strokeDasharray="2 2" />
      {drawn.names.map(({ text, at: [x, y] }) => (
        <text key={text} x={x} y={y + 4} textAnchor="middle" className="fill-faint font-mono text-[10px]">
          {text}
        </text>
      ))}
    </>
  );
}

/** Entities by their prefixes, and their zones by CQ and ITU, wherever there is room. */
export function Entities({ projection, size, prefixes, zones }: LayerProps & { prefixes: boolean; zones: boolean }) {
  const marks = useMemo(
    () =>
      CURRENT_ENTITIES.map(({ code, prefix, cqZone, ituZone, latitude, longitude }): MapMark => ({
        key: String(code),
        point: { latitude, longitude },
        text: [...(prefixes ? [prefix] : []), ...(zones ? [`${cqZone}/${ituZone}`] : [])].join(" "),
        rank: -code,
        spot: null,
        duplicate: false,
      })),
    [prefixes, zones],
  );
  const placed = useMemo(() => marksInSight(marks, projection, size), [marks, projection, size]);
  return placed.map(({ x, y, named, marks: [first] }) => (
    <g key={first!.key}>
      <circle cx={x} cy={y} r={1.5} className="fill-soft" />
      {named && (
        <text x={x + 4} y={y + 4} className="fill-soft font-mono text-[10px]">
          {first!.text}
        </text>
      )}
    </g>
  ));
}

const BEARINGS = Array.from({ length: 12 }, (_, step) => step * 30);

/** The bearings around a map of the site: a line and a number each. */
export function Bearings({ projection, home }: Pick<LayerProps, "projection"> & { home: Point }) {
  const [x, y] = projection([home.longitude, home.latitude])!;
  const radius = projection.scale() * Math.PI;
  return BEARINGS.map((bearing) => {
    const [right, down] = [Math.sin((bearing * Math.PI) / 180), -Math.cos((bearing * Math.PI) / 180)];
    return (
      <g key={bearing}>
        <line
          x1={x}
          y1={y}
          x2={x + right * (radius + 4)}
          y2={y + down * (radius + 4)}
          className="stroke-edge"
          strokeWidth={0.4}
        />
        <text
          x={x + right * (radius + 13)}
          y={y + down * (radius + 13) + 4}
          textAnchor="middle"
          className="fill-soft font-mono text-[10px]"
        >
          {String(bearing).padStart(3, "0")}
        </text>
      </g>
    );
  });
}

/** The short way, and the long one dashed. */
export function PathLines({
  projection,
  from,
  to,
  isPressed = false,
}: Pick<LayerProps, "projection"> & { from: Point; to: Point; isPressed?: boolean }) {
  const path = geoPath(projection);
  const line = (way: "short" | "long") =>
    path({
      type: "LineString",
      coordinates: pointsBetween(from, to, 91, way).map(({ longitude, latitude }) => [longitude, latitude]),
    }) ?? "";
  const look = isPressed ? "stroke-wanted" : "stroke-signal";
  return (
    <>
      <path d={line("long")} className={`fill-none ${look}`} strokeWidth={1} strokeDasharray="4 4" />
      <path d={line("short")} className={`fill-none ${look}`} strokeWidth={2} />
      <Spot at={projection([to.longitude, to.latitude])} look={isPressed ? "fill-wanted" : "fill-signal"} />
    </>
  );
}

export function Spot({ at, look }: { at: readonly [number, number] | null; look: string }) {
  return at === null ? null : (
    <circle cx={at[0]} cy={at[1]} r={4} className={`stroke-panel ${look}`} strokeWidth={1.5} />
  );
}
