import { type Point, RADIANS, turn, wrapLongitude } from "./point";

/** Mean radius of the earth in km (IUGG R1). Everything in this file is on a sphere of this radius. */
export const EARTH_RADIUS_KM = 6371.0088;

/** A path between two points on the sphere. Bearings in degrees from true north at the start. */
export interface Path {
  readonly distanceKm: number;
  readonly bearing: number;
  readonly longDistanceKm: number;
  readonly longBearing: number;
}

/**
 * Distance and bearing, short way and long way, on the sphere; within 0.6 % of the ellipsoid. From a pole every
 * direction is south (north): the bearing given is along the target's meridian. Between antipodes, and at one and
 * the same point, every bearing is right and 0 is given.
 */
export function pathBetween(from: Point, to: Point): Path {
  const lat1 = from.latitude * RADIANS;
  const lat2 = to.latitude * RADIANS;
  const dLon = (to.longitude - from.longitude) * RADIANS;
  const y = Math.sin(dLon) * Math.cos(lat2);
  const x = Math.cos(lat1) * Math.sin(lat2) - Math.sin(lat1) * Math.cos(lat2) * Math.cos(dLon);
  const across = Math.hypot(x, y);
  const along = Math.sin(lat1) * Math.sin(lat2) + Math.cos(lat1) * Math.cos(lat2) * Math.cos(dLon);
  const angle = Math.atan2(across, along);
  const bearing = across < 1e-12 ? 0 : turn(Math.atan2(y, x) / RADIANS);
  return {
    distanceKm: angle * EARTH_RADIUS_KM,
    bearing,
    longDistanceKm: (2 * Math.PI - angle) * EARTH_RADIUS_KM,
    longBearing: turn(bearing + 180),
  };
}

/** The point reached from `from` after `distanceKm` along the great circle that starts at `bearing` degrees. */
export function pointAlong(from: Point, bearing: number, distanceKm: number): Point {
  const angle = distanceKm / EARTH_RADIUS_KM;
  const lat1 = from.latitude * RADIANS;
  const course = bearing * RADIANS;
  const sine = Math.sin(lat1) * Math.cos(angle) + Math.cos(lat1) * Math.sin(angle) * Math.cos(course);
  const lat2 = Math.asin(Math.min(1, Math.max(-1, sine)));
  const dLon = Math.atan2(
    Math.sin(course) * Math.sin(angle) * Math.cos(lat1),
    Math.cos(angle) - Math.sin(lat1) * Math.sin(lat2),
  );
  return { latitude: lat2 / RADIANS, longitude: wrapLongitude(from.longitude + dLon / RADIANS) };
}

/** `count` points from `from` to `to` (both inside), evenly spaced along the short or the long way. */
export function pointsBetween(from: Point, to: Point, count: number, way: "short" | "long" = "short"): Point[] {
  const path = pathBetween(from, to);
  const [bearing, distance] =
    way === "short" ? [path.bearing, path.distanceKm] : [path.longBearing, path.longDistanceKm];
  return Array.from({ length: count }, (_, step) => pointAlong(from, bearing, (distance * step) / (count - 1)));
}
