import { createHash } from "node:crypto";
import { baseCall, parseCallsign } from "../../src/core/callsign";
import { resolve } from "../../src/core/entity";
import { gridOf } from "../../src/core/geo";
import type { AirLogs } from "../world/airLogs";
import { namingOf } from "../world/people";

/** What the directory has of a station. All of it is made up, as it sounds and lies in the station's entity. */
export interface Listing {
  readonly call: string;
  readonly name: string | null;
  readonly place: string | null;
  readonly grid: string | null;
  /** Left out where the station does not say. */
  readonly confirmsOnline?: boolean;
}

/** A station's listing, told from its call alone, or as it is on the air; null for the one in five that is not listed. */
export function listingOf(call: string, at: number, logs?: AirLogs): Listing | null {
  if (!parseCallsign(call).ok) return null;
  const base = baseCall(call);
  const dice = createHash("sha256").update(`almanac ${base}`).digest();
  if (dice[0]! < 51) return null;
  const station = logs?.stationOf(base);
  const confirms = dice[5]! < 180 ? { confirmsOnline: true } : dice[5]! < 225 ? { confirmsOnline: false } : {};
  if (station !== undefined) return { ...station, call: base, ...confirms };
  const { entity, latitude, longitude } = resolve(base, at);
  const { names, places } = namingOf(entity?.prefix ?? "") ?? { names: [], places: [] };
  const shift = (byte: number) => (byte / 255 - 0.5) * 2;
  const grid =
    latitude === null || longitude === null
      ? null
      : gridOf({
          latitude: Math.max(-89, Math.min(89, latitude + shift(dice[1]!))),
          longitude: longitude + shift(dice[2]!),
        });
  return { call: base, name: oneOf(names, dice[3]!), place: oneOf(places, dice[4]!), grid, ...confirms };
}

function oneOf(values: readonly string[], byte: number): string | null {
  return values[byte % values.length] ?? null;
}
