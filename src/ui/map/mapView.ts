import { geoAzimuthalEquidistant, geoEquirectangular, type GeoProjection } from "d3-geo";
import type { Point } from "@/core/geo";
import type { Size } from "../kit/useSize";

/** The earth around the site, by bearing and distance, or the whole world, grids as they are. */
export const MAP_KINDS = ["around", "world"] as const;
export type MapKind = (typeof MAP_KINDS)[number];

/** How much a map is enlarged, and by how much it is moved from the middle, pixels. */
export interface MapView {
  readonly zoom: number;
  readonly x: number;
  readonly y: number;
}
export const WHOLE_MAP: MapView = { zoom: 1, x: 0, y: 0 };

const MOST_ZOOM = 60;
/** The bearings stand around the map, pixels. */
const MARGIN = 22;
const BEYOND = 20;

export function projectionOf(
  kind: MapKind,
  home: Point,
  { zoom, x, y }: MapView,
  { width, height }: Size,
): GeoProjection {
  const projection =
    kind === "around"
      ? geoAzimuthalEquidistant()
          .rotate([-home.longitude, -home.latitude])
          .clipAngle(180 - 1e-3)
      : geoEquirectangular();
  const whole =
    kind === "around"
      ? (Math.min(width, height) / 2 - MARGIN) / Math.PI
      : Math.min(width / (2 * Math.PI), height / Math.PI);
  return (
    projection
      .scale(Math.max(1, whole) * zoom)
      .translate([width / 2 + x, height / 2 + y])
      .precision(0.3)
      // What is far outside need not be drawn.
      .clipExtent([
        [-BEYOND, -BEYOND],
        [width + BEYOND, height + BEYOND],
      ])
  );
}

/** Enlarged by a factor about a place of the map, from its middle, pixels, which stays where it is. */
export function zoomed(view: MapView, factor: number, about: { readonly x: number; readonly y: number }): MapView {
  const zoom = Math.min(MOST_ZOOM, Math.max(1, view.zoom * factor));
  if (zoom === 1) return WHOLE_MAP;
  const by = zoom / view.zoom;
  return { zoom, x: about.x - (about.x - view.x) * by, y: about.y - (about.y - view.y) * by };
}

/** Moved so that a place is in sight: the same view where it is already. */
export function inSight(view: MapView, at: readonly [number, number] | null, { width, height }: Size): MapView {
  if (at === null || view.zoom === 1) return view;
  const [x, y] = at;
  const isIn = x >= 0 && x <= width && y >= 0 && y <= height;
  return isIn ? view : { ...view, x: view.x + width / 2 - x, y: view.y + height / 2 - y };
}

/** A square of grids is shown where it is so wide, pixels. */
const SQUARE_PX = 42;

/** Whether squares of grids (2 by 1 degrees) have room for their names; else their fields are shown (20 by 10). */
export function showsSquares(projection: GeoProjection): boolean {
  return (projection.scale() * 2 * Math.PI) / 180 >= SQUARE_PX;
}

/** Where a place is in sight, pixels; null where it is not. */
export function sightOf(projection: GeoProjection, { width, height }: Size) {
  return (place: [number, number]): readonly [number, number] | null => {
    const at = projection(place);
    return at === null || at[0] < 0 || at[1] < 0 || at[0] > width || at[1] > height ? null : at;
  };
}

/** The place that is at a point of the map, pixels; null beside the earth. */
export function placeAt(projection: GeoProjection, [x, y]: [number, number]): Point | null {
  const place = projection.invert?.([x, y]) ?? null;
  if (place === null || !place.every(Number.isFinite)) return null;
  // Beside the earth another place is answered.
  const [backX, backY] = projection(place) ?? [NaN, NaN];
  const isThere = Math.hypot(backX - x, backY - y) < 1;
  return isThere ? { longitude: place[0], latitude: place[1] } : null;
}
