/** A place on the earth in degrees: latitude positive north, longitude positive east. */
export interface Point {
  readonly latitude: number;
  readonly longitude: number;
}

export const RADIANS = Math.PI / 180;

/** Degrees brought into 0 (inclusive) to 360. */
export function turn(degrees: number): number {
  const rest = degrees % 360;
  return rest < 0 ? rest + 360 : rest;
}

/** Longitude brought into -180 (inclusive) to 180. */
export function wrapLongitude(degrees: number): number {
  return turn(degrees + 180) - 180;
}
