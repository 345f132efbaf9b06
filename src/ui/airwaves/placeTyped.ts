import { gridCenter, type Point } from "@/core/geo";
import { exceptionsFrom, placeWhileTyping } from "@/core/reading";

/** A place somewhere: where it is, what it is called, and its entity where it is of one. */
export interface Place extends Point {
  readonly name: string;
  readonly entity: number | undefined;
}

const NO_EXCEPTIONS = exceptionsFrom([]);

/**
 * A place as one types it: a grid, as JO43, or a call or its beginning, as JA. Null where it is neither.
 *
 * @param at seconds since 1970 UTC
 */
export function placeTyped(text: string, at: number): Place | null {
  const typed = text.trim();
  if (/\s/.test(typed)) return null;
  // Two letters are the beginning of a call sooner than a field of grids.
  const center = typed.length > 2 ? gridCenter(typed) : null;
  if (center !== null) return { ...center, name: typed, entity: undefined };
  const { latitude, longitude, entity } = placeWhileTyping(typed, at, NO_EXCEPTIONS);
  if (latitude === null || longitude === null || entity === null) return null;
  return { latitude, longitude, name: entity.name, entity: entity.code };
}
