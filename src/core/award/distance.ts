import { entityByCode } from "../entity/entity";
import { gridCenter, pathBetween, type Point } from "../geo";
import type { AwardFacts } from "./awards/award";

/** Where the other station was, and whether that is by its grid; otherwise it is the middle of its entity. */
export interface ContactPlace extends Point {
  readonly exact: boolean;
}

export function placeOfContact({ grid, entityCode }: Pick<AwardFacts, "grid" | "entityCode">): ContactPlace | null {
  const exact = gridCenter(grid);
  const place = exact ?? (entityCode === null ? undefined : entityByCode(entityCode));
  return place === undefined ? null : { latitude: place.latitude, longitude: place.longitude, exact: exact !== null };
}

/** How far a contact went, and whether that is by both grids; otherwise it is to the middle of their entity. */
export interface Distance {
  readonly km: number;
  readonly exact: boolean;
}

/** How far a contact went, kilometres on the sphere; null where it is not known from where, or to where. */
export function distanceOf(contact: Pick<AwardFacts, "grid" | "entityCode" | "ownGrid">): Distance | null {
  const here = gridCenter(contact.ownGrid);
  const there = here === null ? null : placeOfContact(contact);
  return there === null ? null : { km: pathBetween(here!, there).distanceKm, exact: there.exact };
}
