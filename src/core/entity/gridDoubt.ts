import { gridCenter, pathBetween } from "../geo";
import { resolve } from "./resolve";
import { areaPointsOf } from "./zones";

/** So far from the points that are known of an entity its borders may still be, kilometres. */
const REACH_KM = 2200;

/**
 * Why a grid does not go with a call: it lies far from all that is known of the call's entity. Null where it may, and
 * where nothing is known.
 *
 * @param at seconds since 1970 UTC
 */
export function gridDoubt(call: string, grid: string, at: number): string | null {
  const { entity, latitude, longitude } = resolve(call, at);
  const there = gridCenter(grid);
  if (entity === null || latitude === null || longitude === null || there === null) return null;
  const known = [{ latitude, longitude }, entity, ...areaPointsOf(entity.code)];
  const nearest = Math.min(...known.map((point) => pathBetween(point, there).distanceKm));
  if (nearest <= REACH_KM) return null;
  return `${grid} lies ${Math.round(nearest / 100) * 100} km from ${entity.name}, where ${call} is: is one of the two mistyped?`;
}
