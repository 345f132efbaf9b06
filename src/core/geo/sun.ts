import { pointsBetween } from "./greatCircle";
import { type Point, RADIANS, turn, wrapLongitude } from "./point";

/** Where the sun stands straight overhead, in degrees, with the distance-free angles that follow from it. */
export interface SunPosition {
  readonly declination: number;
  /** Longitude at which it is noon. */
  readonly longitude: number;
}

const DAY = 86_400;
/** Refraction and half the disc: the sun's upper edge touches the horizon at this altitude, degrees. */
export const HORIZON = -0.833;
export const CIVIL_TWILIGHT = -6;
export const NAUTICAL_TWILIGHT = -12;
export const ASTRONOMICAL_TWILIGHT = -18;

/**
 * The point under the sun. Low-precision formulas of the Astronomical Almanac: good to 0.01 degree from 1950 to 2050.
 *
 * @param at seconds since 1970 UTC
 */
export function sunPosition(at: number): SunPosition {
  const days = at / DAY - 10_957.5;
  const meanLongitude = turn(280.46 + 0.985_647_4 * days);
  const anomaly = turn(357.528 + 0.985_600_3 * days) * RADIANS;
  const ecliptic = (meanLongitude + 1.915 * Math.sin(anomaly) + 0.02 * Math.sin(2 * anomaly)) * RADIANS;
  const obliquity = (23.439 - 0.000_000_4 * days) * RADIANS;
  const declination = Math.asin(Math.sin(obliquity) * Math.sin(ecliptic)) / RADIANS;
  const ascension = Math.atan2(Math.cos(obliquity) * Math.sin(ecliptic), Math.cos(ecliptic)) / RADIANS;
  const sidereal = 280.460_618_37 + 360.985_647_366_29 * days;
  return { declination, longitude: wrapLongitude(ascension - sidereal) };
}

/** Altitude of the sun's middle over the horizon in degrees, without refraction. */
export function sunAltitude(point: Point, at: number): number {
  const sun = sunPosition(at);
  const hour = (point.longitude - sun.longitude) * RADIANS;
  const latitude = point.latitude * RADIANS;
  const declination = sun.declination * RADIANS;
  const sine = Math.sin(latitude) * Math.sin(declination) + Math.cos(latitude) * Math.cos(declination) * Math.cos(hour);
  return Math.asin(Math.min(1, Math.max(-1, sine))) / RADIANS;
}

/** Rise and set around one noon, in seconds since 1970 UTC. */
export type SunDay =
  | { readonly kind: "rises"; readonly rise: number; readonly set: number }
  | { readonly kind: "never rises" }
  | { readonly kind: "never sets" };

/**
 * When the sun passes an altitude on the way up and down, around the noon nearest to `at`.
 *
 * @param altitude degrees: HORIZON for rise and set, or one of the twilights
 */
export function sunDay(point: Point, at: number, altitude = HORIZON): SunDay {
  const noon = noonNear(point, at);
  const rise = crossing(point, noon, altitude, -1);
  const set = crossing(point, noon, altitude, 1);
  if (rise === null || set === null) {
    return { kind: sunAltitude(point, noon) > altitude ? "never sets" : "never rises" };
  }
  return { kind: "rises", rise, set };
}

/** The moment nearest to `at` when the sun is highest over the point. */
export function noonNear(point: Point, at: number): number {
  let noon = at;
  for (let round = 0; round < 3; round++) {
    noon -= (wrapLongitude(point.longitude - sunPosition(noon).longitude) / 360) * DAY;
  }
  return noon;
}

function crossing(point: Point, noon: number, altitude: number, side: -1 | 1): number | null {
  const latitude = point.latitude * RADIANS;
  let at = noon;
  for (let round = 0; round < 6; round++) {
    const sun = sunPosition(at);
    const declination = sun.declination * RADIANS;
    const cosine =
      (Math.sin(altitude * RADIANS) - Math.sin(latitude) * Math.sin(declination)) /
      (Math.cos(latitude) * Math.cos(declination));
    if (!(Math.abs(cosine) <= 1)) return null;
    const wanted = (side * Math.acos(cosine)) / RADIANS;
    const hour = wrapLongitude(point.longitude - sun.longitude);
    at -= (wrapLongitude(hour - wanted) / 360) * DAY;
  }
  return at;
}

/** What to say of the sun over a place: up or down, since when and until when (seconds since 1970 UTC). */
export interface SunState {
  readonly altitude: number;
  readonly phase: "day" | "twilight" | "dark";
  /** When it last rose or set, and when it does next; null where it does neither that day. */
  readonly since: number | null;
  readonly until: number | null;
}

export function sunState(point: Point, at: number): SunState {
  const altitude = sunAltitude(point, at);
  const phase = altitude > HORIZON ? "day" : altitude > CIVIL_TWILIGHT ? "twilight" : "dark";
  const turns = [-DAY, 0, DAY]
    .flatMap((offset) => {
      const day = sunDay(point, at + offset);
      return day.kind === "rises" ? [day.rise, day.set] : [];
    })
    .sort((a, b) => a - b);
  return {
    altitude,
    phase,
    since: turns.filter((moment) => moment <= at).at(-1) ?? null,
    until: turns.find((moment) => moment > at) ?? null,
  };
}

/**
 * The edge of the night as a closed ring of points, west to east and around the dark pole: fit for a map that
 * fills the inside. `altitude` chooses the edge of a twilight instead.
 */
export function shadowRing(at: number, steps = 180, altitude = 0): Point[] {
  const sun = sunPosition(at);
  const antisolar = { latitude: -sun.declination, longitude: wrapLongitude(sun.longitude + 180) };
  const radius = 90 + altitude;
  return Array.from({ length: steps + 1 }, (_, step) => circlePoint(antisolar, radius, (step * 360) / steps));
}

function circlePoint(center: Point, radius: number, bearing: number): Point {
  const lat = center.latitude * RADIANS;
  const angle = radius * RADIANS;
  const course = bearing * RADIANS;
  const sine = Math.sin(lat) * Math.cos(angle) + Math.cos(lat) * Math.sin(angle) * Math.cos(course);
  const dLon = Math.atan2(Math.sin(course) * Math.sin(angle) * Math.cos(lat), Math.cos(angle) - Math.sin(lat) * sine);
  return {
    latitude: Math.asin(Math.min(1, Math.max(-1, sine))) / RADIANS,
    longitude: wrapLongitude(center.longitude + dLon / RADIANS),
  };
}

/** Which part of a path, from 0 to 1, lies in the dark at a moment. */
export function darkShare(from: Point, to: Point, at: number, way: "short" | "long" = "short"): number {
  const points = pointsBetween(from, to, 65, way);
  return points.filter((point) => sunAltitude(point, at) < HORIZON).length / points.length;
}

/**
 * How long the whole path has been in the dark, in seconds; 0 when some of it is in daylight, and at most a day
 * (a path that is dark for longer gives a day).
 */
export function darkSince(from: Point, to: Point, at: number, way: "short" | "long" = "short"): number {
  const step = 300;
  for (let back = 0; back <= DAY; back += step) {
    if (darkShare(from, to, at - back, way) < 1) {
      if (back === 0) return 0;
      let dark = back - step;
      let light = back;
      while (light - dark > 1) {
        const middle = (dark + light) / 2;
        if (darkShare(from, to, at - middle, way) < 1) light = middle;
        else dark = middle;
      }
      return Math.round(dark);
    }
  }
  return DAY;
}
