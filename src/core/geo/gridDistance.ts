import { pathBetween } from "./greatCircle";
import { gridCenter } from "./grid";
import type { Point } from "./point";

/** The way from the middle of one grid to that of another, in whole kilometres; null where one is missing or none. */
export function gridDistance(from: string | null, to: string | null): number | null {
  const here = middleOf(from);
  const there = middleOf(to);
  return here === null || there === null ? null : Math.round(pathBetween(here, there).distanceKm);
}

// A log names the same grids again and again.
const middles = new Map<string, Point | null>();
const REMEMBERED = 20_000;

function middleOf(grid: string | null): Point | null {
  if (grid === null) return null;
  let middle = middles.get(grid);
  if (middle === undefined) {
    if (middles.size >= REMEMBERED) middles.clear();
    middle = gridCenter(grid);
    middles.set(grid, middle);
  }
  return middle;
}
