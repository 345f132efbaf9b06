import { createHash } from "node:crypto";
import { baseCall, parseCallsign } from "../../src/core/callsign";
import { resolve } from "../../src/core/entity";
import { gridOf } from "../../src/core/geo";

/** What the directory has of a station. All of it is made up. */
export interface Listing {
  readonly call: string;
  readonly name: string;
  readonly place: string;
  readonly grid: string | null;
}

const NAMES =
  "Alba Bruno Celia Dario Elena Fermin Greta Hugo Irma Jonas Karin Lucio Marta Nils Olga Pavel Rosa Simon Tilda Ulises".split(
    " ",
  );
const PLACES =
  "Faro Viejo, Bajo Grande, Monte Liso, Punta Brava, Valle Hondo, Rio Manso, Piedra Alta, Laguna Clara".split(", ");

/** A station's listing, told from its call alone; null for the one in five that is not listed. */
export function listingOf(call: string, at: number): Listing | null {
  if (!parseCallsign(call).ok) return null;
  const base = baseCall(call);
  const dice = createHash("sha256").update(`almanac ${base}`).digest();
  if (dice[0]! < 51) return null;
  const { latitude, longitude } = resolve(base, at);
  const shift = (byte: number) => (byte / 255 - 0.5) * 2;
  const grid =
    latitude === null || longitude === null
      ? null
      : gridOf({
          latitude: Math.max(-89, Math.min(89, latitude + shift(dice[1]!))),
          longitude: longitude + shift(dice[2]!),
        });
  return { call: base, name: NAMES[dice[3]! % NAMES.length]!, place: PLACES[dice[4]! % PLACES.length]!, grid };
}
