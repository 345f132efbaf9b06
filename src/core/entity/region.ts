import type { Region } from "../band";
import type { Point } from "../geo";
import { RADIANS } from "../geo/point";
import { entityByCode } from "./entity";

/**
 * The three lines between the ITU regions, from north to south; between two points runs a great circle, and from the
 * first and the last a meridian goes to the pole. Longitudes go on eastward past 180°. Source: the ITU Radio
 * Regulations, article 5.7 to 5.9; in the Bering Strait, the limit between the two countries.
 */
const LINE_A: readonly Point[] = [
  { latitude: 40, longitude: 40 },
  { latitude: 23.44, longitude: 60 },
];
const LINE_B: readonly Point[] = [
  { latitude: 72, longitude: -10 },
  { latitude: 40, longitude: -50 },
  { latitude: -10, longitude: -20 },
];
const LINE_C: readonly Point[] = [
  { latitude: 65.5, longitude: 191 },
  { latitude: 50, longitude: 165 },
  { latitude: 10, longitude: 190 },
  { latitude: 10, longitude: 240 },
];

/**
 * Administrations whose whole territory lies in one region, whatever the lines say, by their entities' codes. Source:
 * the ITU Radio Regulations, article 5.3 and 5.5: Armenia, Azerbaijan, Georgia, Kazakhstan, Kyrgyzstan, Mongolia,
 * Russia, Tajikistan, Turkmenistan, Turkey, Ukraine and Uzbekistan lie in region 1, Iran in region 3.
 */
const WHOLE: ReadonlyMap<number, Region> = new Map([
  ...[14, 18, 75, 130, 135, 363, 15, 54, 61, 126, 151, 262, 280, 390, 288, 292].map((code) => [code, 1] as const),
  [330, 3],
]);

/** The ITU region of an entity, by where most of it is; null where the entity is not known. */
export function regionOf(entityCode: number | null): Region | null {
  const entity = entityCode === null ? undefined : entityByCode(entityCode);
  return entity === undefined ? null : (WHOLE.get(entity.code) ?? regionAt(entity));
}

function regionAt({ latitude, longitude }: Point): Region {
  const start = longitudeOn(LINE_B, latitude);
  const east = (degrees: number) => (((degrees - start) % 360) + 360) % 360;
  if (east(longitude) < east(longitudeOn(LINE_A, latitude))) return 1;
  return east(longitude) < east(longitudeOn(LINE_C, latitude)) ? 3 : 2;
}

/** Where a line crosses a latitude, degrees. */
function longitudeOn(line: readonly Point[], latitude: number): number {
  const index = line.findIndex((point) => point.latitude < latitude);
  const [north, south] = [line[index - 1], line[index]];
  if (south === undefined) return line.at(-1)!.longitude;
  return north === undefined ? south.longitude : crossing(north, south, latitude);
}

/** Where the great circle between two points crosses a latitude between theirs: narrowed down from both ends. */
function crossing(north: Point, south: Point, latitude: number): number {
  const tangent = (degrees: number) => Math.tan(degrees * RADIANS);
  const sine = (degrees: number) => Math.sin(degrees * RADIANS);
  const span = sine(south.longitude - north.longitude);
  let [near, far] = [north.longitude, south.longitude];
  for (let step = 0; step < 40; step++) {
    const middle = (near + far) / 2;
    const height =
      (tangent(north.latitude) * sine(south.longitude - middle) +
        tangent(south.latitude) * sine(middle - north.longitude)) /
      span;
    if (height > tangent(latitude)) near = middle;
    else far = middle;
  }
  return near;
}
