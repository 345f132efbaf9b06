import { entityByCode } from "@/core/entity";
import { gridCenter, type Point, pointAlong } from "@/core/geo";
import type { SpotView, StoredContact } from "@/core/contract";
import type { GeoProjection } from "d3-geo";
import type { Size } from "../kit/useSize";
import { sightOf } from "../map/mapView";
import { isDuplicate } from "./spotFilter";

/** What stands at a place of a map. */
export interface MapMark {
  readonly key: string;
  readonly point: Point;
  readonly text: string;
  /** The one of higher rank stands before the others at the same place. */
  readonly rank: number;
  readonly spot: SpotView | null;
  readonly duplicate: boolean;
}

/** Spots whose place is known. */
export function spotMarks(spots: readonly SpotView[], home: Point): MapMark[] {
  return spots.flatMap((spot) => {
    const { id, call, bearing, distanceKm, rank } = spot;
    if (bearing === null || distanceKm === null) return [];
    const point = pointAlong(home, bearing, distanceKm);
    return { key: `spot ${id}`, point, text: call, rank, spot, duplicate: isDuplicate(spot) };
  });
}

/** Contacts, by their grid, or else where their entity is; the newest first. */
export function contactMarks(contacts: readonly StoredContact[]): MapMark[] {
  return contacts.flatMap(({ id, call, grid, entityCode }, index) => {
    const entity = entityCode === null ? undefined : entityByCode(entityCode);
    const point = gridCenter(grid) ?? entity;
    if (point === undefined) return [];
    return { key: `contact ${id}`, point, text: call, rank: -index, spot: null, duplicate: true };
  });
}

/** Marks that stand so close that they are one, the first of them by rank; places are pixels. */
export interface PlacedMark {
  readonly x: number;
  readonly y: number;
  readonly marks: readonly MapMark[];
  /** Whether there is room for its text. */
  readonly named: boolean;
}

/** Marks nearer than this stand as one, pixels; and the room that a text takes beside its mark. */
const NEAR = 11;
const [TEXT_WIDTH, TEXT_HEIGHT] = [62, 13];

/**
 * Puts marks on a map: what is at the same place stands as one, and texts do not cover each other; those of higher rank
 * come first.
 */
export function placedMarks(
  marks: readonly MapMark[],
  placeOf: (point: Point) => readonly [x: number, y: number] | null,
): PlacedMark[] {
  const placed: { x: number; y: number; marks: MapMark[]; named: boolean }[] = [];
  for (const mark of [...marks].sort((a, b) => b.rank - a.rank)) {
    const at = placeOf(mark.point);
    if (at === null) continue;
    const [x, y] = at;
    const same = placed.find((other) => Math.abs(other.x - x) < NEAR && Math.abs(other.y - y) < NEAR);
    if (same !== undefined) {
      same.marks.push(mark);
      continue;
    }
    const named = !placed.some(
      (other) => other.named && Math.abs(other.x - x) < TEXT_WIDTH && Math.abs(other.y - y) < TEXT_HEIGHT,
    );
    placed.push({ x, y, marks: [mark], named });
  }
  return placed;
}

/** Those of some marks that are in sight of a map. */
export function marksInSight(marks: readonly MapMark[], projection: GeoProjection, size: Size): PlacedMark[] {
  const placeOf = sightOf(projection, size);
  return placedMarks(marks, ({ longitude, latitude }) => placeOf([longitude, latitude]));
}
