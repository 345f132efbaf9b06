import { modeGroup } from "../band";
import { CIVIL_TWILIGHT, type DistanceUnit, distanceText, pathBetween, type Point, sunAltitude } from "../geo";
import { noisePower, pathLoss, type Solar } from "../propagation";
import { spanText } from "../time/words";

/** How likely a station can be heard here now. */
export const CHANCES = ["good", "fair", "poor", "none"] as const;
export type Chance = (typeof CHANCES)[number];

export interface ChanceReading {
  readonly chance: Chance;
  /** In words, for people. */
  readonly reason: string;
}

/** As a path tells it: how much more than is needed to be read, dB. */
export interface PathChance extends ChanceReading {
  readonly spare: number;
}

/** Who heard the station, how far from us, and when, seconds since 1970 UTC. */
export interface Hearer {
  readonly spotter: string;
  readonly distanceKm: number;
  readonly at: number;
}

/** Somebody so near hears what is heard here, and somebody in the wider surroundings much of it, km. */
const [NEAR, AROUND] = [600, 2000];
/** What was heard before that says nothing of now, seconds. */
const LATELY = 900;
/** Who is announced is heard well: 200 W to a small beam, and a wire here, dBm and dB. */
const [POWER, GAIN] = [53, 6];
/** In which width a mode is heard, Hz, and how far over the noise of that width it must be to be read, dB. */
const READ = {
  CW: { width: 500, over: 2 },
  digital: { width: 2500, over: -16 },
  voice: { width: 2400, over: 6 },
} as const;
/** By so much it is more than readable, or less, dB. */
const [PLENTY, SCARCE] = [10, -10];

/**
 * How likely a station can be heard here now: from where it was heard within the last quarter of an hour, or else by
 * what the path lets through.
 *
 * @param now seconds since 1970 UTC
 * @param byPath null where it is not known where the station is
 */
export function chanceOf(
  hearers: readonly Hearer[],
  now: number,
  byPath: () => ChanceReading | null,
  unit: DistanceUnit = "km",
): ChanceReading {
  const near = nearest(hearers, now);
  if (near !== null && near.distanceKm <= NEAR) return { chance: "good", reason: heardText(near, now, unit) };
  const model = byPath();
  if (near !== null && near.distanceKm <= AROUND && model?.chance !== "good")
    return { chance: "fair", reason: heardText(near, now, unit) };
  return model ?? { chance: "poor", reason: "where it is is not known, and nobody near here has heard it" };
}

function heardText({ spotter, at, distanceKm }: Hearer, now: number, unit: DistanceUnit): string {
  return `${spotter} heard it ${lately(now - at)}, ${distanceText(distanceKm, unit)} from here`;
}

/**
 * How likely a station can be heard here by what the path lets through now (core/propagation), between a good station
 * and ours.
 */
export function chanceByPath(
  from: Point,
  to: Point,
  frequencyHz: number,
  mode: string,
  now: number,
  solar: Solar,
  unit: DistanceUnit = "km",
): PathChance {
  const { width, over: needed } = READ[modeGroup(mode)];
  const { loss, by, maximum } = pathLoss(from, to, frequencyHz, now, solar);
  const noise = noisePower(frequencyHz, width, "residential", sunAltitude(to, now) < CIVIL_TWILIGHT);
  const spare = POWER + GAIN - loss - noise - needed;
  const chance: Chance = spare >= PLENTY ? "good" : spare >= 0 ? "fair" : spare >= SCARCE ? "poor" : "none";
  const megahertz = frequencyHz / 1e6;
  if (by === "ionosphere" && maximum !== null && megahertz > maximum)
    return {
      chance,
      spare,
      reason: `${spare < 0 ? "the path bears only" : "a little above what the path bears,"} up to ${maximum.toFixed(1)} MHz now`,
    };
  const far = distanceText(pathBetween(from, to).distanceKm, unit);
  const decibels = Math.abs(Math.round(spare));
  if (by !== "ionosphere")
    return { chance, spare, reason: `${far} along the ground, ${decibels} dB ${spare < 0 ? "too weak" : "to spare"}` };
  return {
    chance,
    spare,
    reason:
      spare >= 0
        ? `the path is open, ${decibels} dB to spare`
        : `${decibels} dB too weak over the noise: too much is absorbed on the way`,
  };
}

function nearest(hearers: readonly Hearer[], now: number): Hearer | null {
  let best: Hearer | null = null;
  for (const hearer of hearers)
    if (now - hearer.at <= LATELY && (best === null || hearer.distanceKm < best.distanceKm)) best = hearer;
  return best;
}

function lately(seconds: number): string {
  return seconds < 60 ? "just now" : `${spanText(seconds)} ago`;
}
