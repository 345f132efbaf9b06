import type { Point } from "./point";

/** A Maidenhead square: its middle, and its extent in degrees. */
export interface GridSquare {
  readonly center: Point;
  readonly south: number;
  readonly west: number;
  readonly height: number;
  readonly width: number;
}

export type GridResult =
  | { readonly ok: true; readonly grid: string; readonly square: GridSquare }
  | { readonly ok: false; readonly reason: string };

const LONGEST = 12;
/** How many parts each pair divides its square into: letters A-R, digits, letters A-X, and so on. */
const DIVISIONS = [18, 10, 24, 10, 24, 10] as const;

/**
 * Reads a grid of 2 to 12 characters: pairs of letters, digits, letters and so on, the longitude first.
 * The grid comes back in its usual writing, "GF35co". A text that is no grid gives the reason.
 */
export function parseGrid(text: string): GridResult {
  const cleaned = text.trim().toUpperCase();
  if (cleaned === "") return { ok: false, reason: "no grid was given" };
  if (cleaned.length > LONGEST) return { ok: false, reason: `a grid has at most ${LONGEST} characters` };
  if (cleaned.length % 2 === 1) {
    return { ok: false, reason: `"${cleaned}" has ${cleaned.length} characters: a grid is made of pairs` };
  }
  let south = -90;
  let west = -180;
  let height = 180;
  let width = 360;
  for (let pair = 0; pair < cleaned.length / 2; pair++) {
    const parts = DIVISIONS[pair]!;
    const place = pair * 2;
    const east = stepOf(cleaned, place, parts);
    const north = stepOf(cleaned, place + 1, parts);
    if (east === null || north === null) {
      const at = east === null ? place : place + 1;
      const wanted = parts === 10 ? "a digit" : `a letter from A to ${String.fromCharCode(64 + parts)}`;
      return { ok: false, reason: `"${cleaned}": character ${at + 1} is "${cleaned[at]}", where ${wanted} belongs` };
    }
    height /= parts;
    width /= parts;
    south += north * height;
    west += east * width;
  }
  const center = { latitude: south + height / 2, longitude: west + width / 2 };
  return { ok: true, grid: writeGrid(cleaned), square: { center, south, west, height, width } };
}

/** The grid of a point, to 2, 4, 6, 8, 10 or 12 characters. The poles and the date line belong to the last square. */
export function gridOf(point: Point, length = 6): string {
  const east = stepsTo(((((point.longitude + 180) % 360) + 360) % 360) / 360);
  const north = stepsTo((point.latitude + 90) / 180);
  let grid = "";
  for (let pair = 0; pair < length / 2; pair++) {
    const base = DIVISIONS[pair] === 10 ? 48 : 65;
    grid += String.fromCharCode(base + east[pair]!, base + north[pair]!);
  }
  return writeGrid(grid);
}

/** How many of the smallest squares stand beside each other around the earth. */
const SMALLEST = DIVISIONS.reduce((all, parts) => all * parts, 1);
/** Part of the smallest square: what is less before its edge than a number can tell is on it. */
const TOUCHING = 1e-4;

/** In which part of each division a place lies, which is given as a part of the whole, 0 to 1. */
function stepsTo(place: number): number[] {
  let rest = Math.min(SMALLEST - 1, Math.max(0, Math.floor(place * SMALLEST + TOUCHING)));
  const steps: number[] = [];
  for (const parts of [...DIVISIONS].reverse()) {
    steps.unshift(rest % parts);
    rest = Math.floor(rest / parts);
  }
  return steps;
}

/** The middle of a grid, or null where the text is none. */
export function gridCenter(grid: string | null): Point | null {
  if (grid === null) return null;
  const result = parseGrid(grid);
  return result.ok ? result.square.center : null;
}

function stepOf(text: string, at: number, parts: number): number | null {
  const step = text.charCodeAt(at) - (parts === 10 ? 48 : 65);
  return step >= 0 && step < parts ? step : null;
}

/** Field upper, square digits, everything after lower: "GF35co". */
function writeGrid(grid: string): string {
  return grid.slice(0, 4) + grid.slice(4).toLowerCase();
}
