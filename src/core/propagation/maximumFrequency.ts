import { EARTH_RADIUS_KM, pathBetween, type Point, pointAlong, sunPosition } from "../geo";

/** What the sun does to the ionosphere. */
export interface Solar {
  /** The smoothed sunspot number, 0 to about 200. */
  readonly sunspots: number;
  /** How disturbed the earth's magnetic field is, 0 to 9. */
  readonly kIndex: number;
}

const RADIANS = Math.PI / 180;
/** Below this the sun does not reach the F region: the cosine of its zenith angle at noon. */
const POLAR_NIGHT = -0.26;

/**
 * The highest frequency that a path by the F region bears as a rule (the monthly median), MHz. It is worked out at the
 * middle of a short path, and at two places of a long one, of which the lower holds.
 *
 * Source: R. B. Rose, J. N. Martin and P. H. Levine, "MINIMUF-3: a simplified HF MUF prediction algorithm", Naval
 * Ocean Systems Center, Technical Report 186, 1978 (public), in its form of 1982; within some 4 MHz of soundings.
 *
 * @param at seconds since 1970 UTC
 */
export function maximumFrequency(from: Point, to: Point, at: number, { sunspots }: Pick<Solar, "sunspots">): number {
  const { distanceKm, bearing } = pathBetween(from, to);
  const angle = distanceKm / EARTH_RADIUS_KM;
  const stretch = Math.max(1, 1.59 * angle);
  const places = stretch === 1 ? [0.5] : [1 / (2 * stretch), 1 - 1 / (2 * stretch)];
  const oblique = Math.sin(Math.min(Math.PI / 2, (2.5 * angle) / (stretch === 1 ? 1 : 2)));
  const factor = 1 + 2.5 * oblique * Math.sqrt(oblique);
  const equator = 1 + (1 - Math.sign(from.latitude) * Math.sign(to.latitude)) * 0.1;
  let lowest = Infinity;
  for (const place of places) {
    const point = pointAlong(from, bearing, distanceKm * place);
    const latitude = point.latitude * RADIANS;
    const { density, dayLength } = ionisation(point, at);
    const polar = 1 - 0.1 * (1 + Math.sign(Math.abs(Math.sin(latitude)) - Math.cos(latitude)));
    const frequency =
      (1 + sunspots / 250) *
      factor *
      Math.sqrt(6 + 58 * Math.sqrt(density)) *
      (1 - 0.1 * Math.exp((dayLength - 24) / 3)) *
      equator *
      polar;
    lowest = Math.min(lowest, frequency);
  }
  return lowest;
}

/** How strongly the F region is ionised over a place, 0 to 1, and for how many hours a day the sun reaches it. */
function ionisation(
  { latitude, longitude }: Point,
  at: number,
): { readonly density: number; readonly dayLength: number } {
  const sun = sunPosition(at);
  const declination = sun.declination * RADIANS;
  const north = latitude * RADIANS;
  const atNoon = Math.cos(north - declination);
  if (atNoon <= POLAR_NIGHT) return { density: 0, dayLength: 0 };
  const half =
    (POLAR_NIGHT - Math.sin(declination) * Math.sin(north)) / (Math.cos(declination) * Math.cos(north) + 1e-3);
  const dayLength = 12 - (Math.atan(half / Math.sqrt(Math.abs(1 - half * half))) * 24) / Math.PI;
  const sinceRise = hourOfDay((longitude - sun.longitude) / 15 + dayLength / 2);
  const strength = Math.abs(atNoon);
  /** How slowly the region follows the sun, hours. */
  const slowness = Math.max(0.1, 9.7 * strength ** 9.6);
  const lag = (Math.PI * slowness) / dayLength;
  const atSunset = (strength * (lag * (Math.exp(-dayLength / slowness) + 1))) / (1 + lag * lag);
  if (sinceRise > dayLength) return { density: atSunset * Math.exp(-(sinceRise - dayLength) / 2), dayLength };
  const turned = (Math.PI * sinceRise) / dayLength;
  const byDay =
    (strength * (Math.sin(turned) + lag * (Math.exp(-sinceRise / slowness) - Math.cos(turned)))) / (1 + lag * lag);
  return { density: Math.max(byDay, atSunset * Math.exp((dayLength - 24) / 2)), dayLength };
}

function hourOfDay(hours: number): number {
  return ((hours % 24) + 24) % 24;
}
