import { createHash } from "node:crypto";
import { baseCall, parseCallsign } from "../../src/core/callsign";
import { resolve } from "../../src/core/entity";
import { gridCenter, gridOf } from "../../src/core/geo";
import { subdivisionsOf } from "../../src/core/reference";
import type { AirLogs } from "./airLogs";
import { namingOf } from "./people";

/** What is true of a station. All of it is made up, as it sounds and lies in the station's entity. */
export interface StationFacts {
  /** Its base call. */
  readonly call: string;
  readonly name: string | null;
  readonly place: string | null;
  readonly grid: string | null;
  readonly latitude: number | null;
  readonly longitude: number | null;
  readonly state: string | null;
  readonly cqZone: number | null;
  readonly ituZone: number | null;
}

/** Throws 32 dice of 256 sides about a station, the same each time. */
export function diceOf(about: string, base: string): Buffer {
  return createHash("sha256").update(`${about} ${base}`).digest();
}

/**
 * What is true of a station, told from its call alone, or as it is on the air; null for what is no call.
 *
 * @param at seconds since 1970 UTC
 */
export function stationFacts(call: string, at: number, logs?: AirLogs): StationFacts | null {
  if (!parseCallsign(call).ok) return null;
  const base = baseCall(call);
  const dice = diceOf("station", base);
  const { entity, latitude, longitude, cqZone, ituZone } = resolve(base, at);
  const states = entity === null ? [] : subdivisionsOf(entity.code).filter((one) => one.cqZone === cqZone);
  const where = { state: oneOf(states, dice[5]!)?.code ?? null, cqZone, ituZone };
  const station = logs?.stationOf(base);
  if (station !== undefined) {
    const { latitude: north = null, longitude: east = null } = gridCenter(station.grid) ?? {};
    const { name, place, grid } = station;
    return { call: base, name, place, grid, latitude: north, longitude: east, ...where };
  }
  const { names, places } = namingOf(entity?.prefix ?? "") ?? { names: [], places: [] };
  const shift = (byte: number) => (byte / 255 - 0.5) * 2;
  const point =
    latitude === null || longitude === null
      ? null
      : { latitude: Math.max(-89, Math.min(89, latitude + shift(dice[1]!))), longitude: longitude + shift(dice[2]!) };
  return {
    call: base,
    name: oneOf(names, dice[3]!) ?? null,
    place: oneOf(places, dice[4]!) ?? null,
    grid: point === null ? null : gridOf(point),
    latitude: point?.latitude ?? null,
    longitude: point?.longitude ?? null,
    ...where,
  };
}

export function oneOf<Value>(values: readonly Value[], byte: number): Value | undefined {
  return values[byte % values.length];
}
