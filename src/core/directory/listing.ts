import { z } from "zod";
import { gridCenter, gridOf } from "../geo";
import { subdivisionOf } from "../reference";

const text = z.string().nullable().default(null);
const number = z.number().nullable().default(null);

/** What a call directory has of a station; null where it does not say. */
export const listingSchema = z.object({
  name: text,
  place: text,
  grid: text,
  state: text,
  county: text,
  /** Degrees; north and east are more. */
  latitude: number,
  longitude: number,
  cqZone: number,
  ituZone: number,
  /** Whether the station confirms contacts online, as it says itself. */
  confirmsOnline: z.boolean().nullable().default(null),
  /** The day on which the station said all this. */
  saidOn: text,
});
export type Listing = z.output<typeof listingSchema>;

/** A listing that says nothing. */
export const EMPTY_LISTING: Listing = listingSchema.parse({});

/** Without these nobody knows who and where a station is: the next directory is asked, too. */
const NEEDED = ["name", "place", "grid"] as const;

export function isComplete(listing: Listing): boolean {
  return NEEDED.every((fact) => listing[fact] !== null);
}

/** One listing of several: each fact as the first of them has it, but where a station lies is one's word alone. */
export function together(listings: readonly Listing[]): Listing {
  const facts = Object.keys(EMPTY_LISTING) as (keyof Listing)[];
  const first = (fact: keyof Listing) => listings.find((one) => one[fact] !== null)?.[fact] ?? null;
  const { grid, latitude, longitude } =
    listings.find((one) => one.grid !== null || one.latitude !== null) ?? EMPTY_LISTING;
  return { ...(Object.fromEntries(facts.map((fact) => [fact, first(fact)])) as Listing), grid, latitude, longitude };
}

/** A listing with what follows from it: grid and coordinates from one another, and the CQ zone from the state. */
export function completed(listing: Listing, entityCode: number | null): Listing {
  const { latitude, longitude, state } = listing;
  const point = latitude !== null && longitude !== null ? { latitude, longitude } : gridCenter(listing.grid);
  const within = entityCode === null || state === null ? undefined : subdivisionOf(entityCode, state);
  return {
    ...listing,
    grid: listing.grid ?? (point === null ? null : gridOf(point)),
    latitude: point?.latitude ?? null,
    longitude: point?.longitude ?? null,
    cqZone: listing.cqZone ?? within?.cqZone ?? null,
  };
}
