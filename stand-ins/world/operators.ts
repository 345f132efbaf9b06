import { regionOf, resolve } from "../../src/core/entity";
import { pathBetween, type Point, sunAltitude } from "../../src/core/geo";
import type { Surroundings } from "../../src/core/propagation";
import type { Region } from "../../src/core/band";
import type { Random } from "../../src/core/random";
import { makeStations, type Station } from "./stations";

/** The modes that are heard on the air. */
export const AIR_MODES = ["CW", "SSB", "RTTY", "FT8", "FM"] as const;
export type AirMode = (typeof AIR_MODES)[number];

/** When the contacts of a station become known to others: with what it sends, days later, or never. */
type Diligence = "at once" | "late" | "never";

/** A station of the simulated air, with who works it and what with. All of it is made up. */
export interface Operator extends Pick<Station, "call" | "name" | "place"> {
  readonly point: Point;
  readonly region: Region;
  /** Power that is radiated by an antenna without gain, dBm, and the antenna's gain below and above 12 MHz, dB. */
  readonly power: number;
  readonly gain: readonly [low: number, high: number];
  readonly surroundings: Surroundings;
  /** How much each mode is to the operator's liking. */
  readonly modes: readonly (readonly [AirMode, number])[];
  /** Morse, words a minute. */
  readonly speed: number;
  /** Whether there is equipment for the bands above 54 MHz, too. */
  readonly above54: boolean;
  /** How much contests are to the operator's liking, 0 to 1. */
  readonly contesting: number;
  /** How often one calls on a frequency of one's own, against going to those who call, 0 to 1. */
  readonly runs: number;
  /** How far the clock of the station is wrong, seconds. */
  readonly clock: number;
  /** How often something is logged wrongly, 0 to 1. */
  readonly careless: number;
  readonly diligence: Diligence;
}

/** Where our own station is, and how many of the world's are its neighbours, who are heard above 54 MHz. */
export interface Neighbourhood {
  readonly around: Point;
  readonly stations: number;
}

/**
 * Makes the stations of the air, so many of the world's: the neighbours first, then those that are often on the air
 * sooner than others.
 */
export function makeOperators(random: Random, count: number, now: number, nearby?: Neighbourhood): Operator[] {
  const all = makeStations(random, now);
  const chosen: Operator[] = nearby === undefined ? [] : neighbours(random, all, now, nearby);
  let rest = all.reduce((sum, { activity }) => sum + activity, 0);
  while (chosen.length < count && all.length > 0) {
    let place = random.next() * rest;
    const at = all.findIndex(({ activity }) => (place -= activity) < 0);
    const [station] = all.splice(at < 0 ? all.length - 1 : at, 1);
    rest -= station!.activity;
    const operator = operatorOf(random, station!, now);
    if (operator !== null) chosen.push(operator);
  }
  return chosen;
}

/** Takes those out whose entity is nearest, each somewhere between our own station and the middle of its country. */
function neighbours(random: Random, all: Station[], now: number, { around, stations }: Neighbourhood): Operator[] {
  const far = new Map(
    all.map((one) => {
      const { latitude, longitude } = resolve(one.call, now);
      const known = latitude !== null && longitude !== null;
      return [one, known ? pathBetween(around, { latitude, longitude }).distanceKm : Infinity];
    }),
  );
  const nearest = [...all].sort((a, b) => far.get(a)! - far.get(b)!).slice(0, stations);
  all.splice(0, all.length, ...all.filter((one) => !nearest.includes(one)));
  return nearest.flatMap((station) => {
    const operator = operatorOf(random, station, now);
    const share = random.next();
    return operator === null ? [] : [{ ...operator, above54: true, point: between(around, operator.point, share) }];
  });
}

function between(one: Point, other: Point, share: number): Point {
  return {
    latitude: one.latitude + share * (other.latitude - one.latitude),
    longitude: one.longitude + share * (other.longitude - one.longitude),
  };
}

/** A station with its operator; null where its call does not tell where it is. */
function operatorOf(random: Random, { call, name, place }: Station, now: number): Operator | null {
  const { latitude, longitude, entity } = resolve(call, now);
  if (entity === null || latitude === null || longitude === null) return null;
  const near = (degrees: number) => degrees + (random.next() - 0.5) * 3;
  const watts = random.weighted([
    [5, 1],
    [100, 12],
    [400, 4],
    [1000, 2],
  ]);
  return {
    call,
    name,
    place,
    point: { latitude: Math.max(-89, Math.min(89, near(latitude))), longitude: near(longitude) },
    region: regionOf(entity.code)!,
    power: 10 * Math.log10(watts * 1000),
    gain: [random.between(-6, 2), random.between(-3, 9)],
    surroundings: random.weighted([
      ["city", 2],
      ["residential", 5],
      ["rural", 4],
      ["quiet", 1],
    ]),
    modes: AIR_MODES.map((mode) => [mode, mode === "RTTY" ? random.next() ** 4 : random.next() ** 2] as const),
    above54: random.chance(0.15),
    contesting: random.next(),
    speed: random.between(14, 32),
    runs: random.next() ** 2,
    clock: random.chance(0.05) ? random.pick([-3600, 3600, -420, 660]) : random.between(-40, 40),
    careless: random.chance(0.1) ? 0.08 : 0.01,
    diligence: random.weighted<Diligence>([
      ["at once", 5],
      ["late", 2],
      ["never", 3],
    ]),
  };
}

/** How likely somebody is at the station, by the hour of the sun there, 0 to 1. */
export function likelyAwake({ point }: Operator, at: number): number {
  const hour = ((((at / 3600 + point.longitude / 15) % 24) + 24) % 24) | 0;
  return AWAKE[hour]!;
}

/** By the hour of the day, from midnight. */
const AWAKE = [
  0.15, 0.08, 0.05, 0.04, 0.06, 0.12, 0.2, 0.25, 0.25, 0.25, 0.25, 0.25, 0.25, 0.25, 0.25, 0.28, 0.32, 0.4, 0.5, 0.55,
  0.55, 0.5, 0.4, 0.25,
];

export function isDark({ point }: Pick<Operator, "point">, at: number): boolean {
  return sunAltitude(point, at) < -6;
}
