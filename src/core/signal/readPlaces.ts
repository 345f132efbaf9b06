import { type ReadPlace, SAME_PLACE_HZ } from "./readers";

/** So many places can be read since somebody wants it, beside those that are found. */
export const MOST_BY_HAND = 8;
export const TOO_MANY_BY_HAND = `At most ${MOST_BY_HAND} places are read by hand: take one of them away.`;

/** Places with one that is read from now on, or no more; null where they would be too many. */
export function placesWith(places: readonly ReadPlace[], place: ReadPlace, on: boolean): readonly ReadPlace[] | null {
  const others = places.filter(({ hertz }) => Math.abs(hertz - place.hertz) > SAME_PLACE_HZ);
  if (!on) return others;
  return others.length >= MOST_BY_HAND ? null : [...others, place];
}
