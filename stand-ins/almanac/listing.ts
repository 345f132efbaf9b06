import type { AirLogs } from "../world/airLogs";
import { diceOf, oneOf, type StationFacts, stationFacts } from "../world/stationFacts";

/** What members see of a station; guests see what `GUESTS_SEE` names. */
export interface AlmanacListing extends StationFacts {
  /** Left out where the station does not say. */
  readonly confirmsOnline?: boolean;
  readonly saidOn: string;
}

export const GUESTS_SEE = ["call", "name", "place", "grid"] as const satisfies readonly (keyof AlmanacListing)[];

/** Of 256 stations so many are not listed. */
const UNLISTED = 51;

/** Of 16 stations one has a fault, and each kind comes as often as the others. */
const FAULTS: readonly ((facts: StationFacts) => Partial<StationFacts>)[] = [
  // The street, or the postal code, where the place should be.
  ({ call }) => ({ place: oneOf(["Calle Larga 214", "12 Harbour Road", "Lindenweg 7", "Rua Nova 33"], call.length)! }),
  ({ place }) => ({ place: `${10_000 + (place ?? "").length * 731} ${place ?? ""}` }),
  // A grid elsewhere, and with it coordinates that do not lie in it.
  ({ grid }) => ({ grid: grid === null ? null : `${grid[0] === "J" ? "B" : "J"}${grid.slice(1)}` }),
  ({ latitude }) => ({ latitude: latitude === null ? null : -latitude }),
  // A zone that contradicts all the rest.
  ({ cqZone }) => ({ cqZone: cqZone === null ? null : ((cqZone + 12) % 40) + 1 }),
  // The name of whoever had the call before.
  ({ call }) => ({ name: oneOf(["Ottoline", "Casimir", "Perpetua"], call.length)! }),
];

/** A station's listing; null for the one in five that is not listed. */
export function listingOf(call: string, at: number, logs?: AirLogs): AlmanacListing | null {
  const facts = stationFacts(call, at, logs);
  if (facts === null) return null;
  const dice = diceOf("almanac", facts.call);
  if (dice[0]! < UNLISTED) return null;
  const confirms = dice[5]! < 180 ? { confirmsOnline: true } : dice[5]! < 225 ? { confirmsOnline: false } : {};
  const fault = dice[6]! < 16 ? oneOf(FAULTS, dice[7]!)!(facts) : {};
  const saidOn = `20${18 + (dice[8]! % 8)}-0${1 + (dice[9]! % 9)}-1${dice[10]! % 10}`;
  return { ...facts, ...fault, ...confirms, saidOn };
}
