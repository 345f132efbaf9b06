import { EARTH_RADIUS_KM, pathBetween, type Point, pointAlong, sunAltitude } from "../geo";
import { maximumFrequency, type Solar } from "./maximumFrequency";

/** How a signal gets from one place to another. */
export interface PathLoss {
  /** dB between antennas that radiate alike to all sides; Infinity where nothing arrives. */
  readonly loss: number;
  /** By which way it comes. */
  readonly by: "ground" | "ionosphere" | "troposphere";
  /** The highest frequency that the path bears, MHz; null where the ionosphere has no part in it. */
  readonly maximum: number | null;
  /** What the lower ionosphere takes of it, dB. */
  readonly absorption: number;
}

const RADIANS = Math.PI / 180;
/** The height at which signals are turned back, and that at which they are absorbed, km. */
const [MIRROR, ABSORBING] = [300, 100];
const LONGEST_HOP = 4000;
/** MHz: the electrons' turns in the earth's magnetic field, about which absorption is strongest. */
const GYRO = 1.2;
/** What the ground takes each time a signal touches it, dB. */
const GROUND = 3;
/** Above this the ionosphere turns nothing back, MHz. */
const HIGHEST = 60;
/** How far a wave along the ground is heard at 1 MHz, km; the higher, the less. */
const GROUND_REACH = 400;

/**
 * What is lost between two places. Below 60 MHz the signal is turned back by the F region in hops of at most 4000 km:
 * free space, the ground between hops, and absorption; above the highest frequency that the path bears 36 dB times the
 * root of what it is over by, up to 62 dB (ITU-R P.533). Absorption is 677.2 I sec i / ((f + fH)^1.98 + 10.2) a hop,
 * with I = (1 + 0.0037 R) cos(0.881 x)^1.3 for the sun's zenith angle x (D. L. Lucas and G. W. Haydon, ESSA report IER
 * 1-ITSA 1, 1966). A disturbed field takes more near the poles, and near places the ground carries the wave; these two
 * and what is over the horizon above 60 MHz are ours in short form.
 *
 * @param at seconds since 1970 UTC
 */
export function pathLoss(from: Point, to: Point, frequencyHz: number, at: number, solar: Solar): PathLoss {
  const megahertz = frequencyHz / 1e6;
  const { distanceKm, bearing } = pathBetween(from, to);
  if (megahertz > HIGHEST) return overHorizon(megahertz, distanceKm);
  const maximum = maximumFrequency(from, to, at, solar);
  const hops = Math.max(1, Math.ceil(distanceKm / LONGEST_HOP));
  const half = Math.max(distanceKm, 1) / hops / EARTH_RADIUS_KM / 2;
  const elevation = Math.atan2(Math.cos(half) - EARTH_RADIUS_KM / (EARTH_RADIUS_KM + MIRROR), Math.sin(half));
  const slant = Math.asin((EARTH_RADIUS_KM * Math.cos(elevation)) / (EARTH_RADIUS_KM + ABSORBING));
  let absorption = 0;
  for (let hop = 0; hop < hops; hop++) {
    const middle = pointAlong(from, bearing, (distanceKm * (hop + 0.5)) / hops);
    const zenith = (90 - sunAltitude(middle, at)) * RADIANS;
    const sunlit = Math.max(0, Math.cos(Math.min(Math.PI / 2, 0.881 * zenith))) ** 1.3;
    const index = (1 + 0.0037 * solar.sunspots) * sunlit + auroral(middle, solar.kIndex);
    absorption += (677.2 * index) / Math.cos(slant) / ((megahertz + GYRO) ** 1.98 + 10.2);
  }
  const length = (2 * hops * (EARTH_RADIUS_KM + MIRROR) * Math.sin(half)) / Math.cos(elevation);
  const over = megahertz / maximum - 1;
  const beyond = over <= 0 ? 0 : Math.min(62, 36 * Math.sqrt(over));
  const sky = freeSpace(megahertz, length) + absorption + GROUND * (hops - 1) + beyond;
  const ground = freeSpace(megahertz, Math.max(1, distanceKm)) + (60 * distanceKm * megahertz ** 0.5) / GROUND_REACH;
  return ground < sky
    ? { loss: ground, by: "ground", maximum, absorption: 0 }
    : { loss: sky, by: "ionosphere", maximum, absorption };
}

function freeSpace(megahertz: number, kilometres: number): number {
  return 32.45 + 20 * Math.log10(megahertz) + 20 * Math.log10(kilometres);
}

/** As if more sun shone where a disturbed field lets particles in. */
function auroral({ latitude }: Point, kIndex: number): number {
  return Math.abs(latitude) < 55 ? 0 : Math.max(0, kIndex - 2) * 0.15;
}

/** Line of sight, and behind the horizon of two masts of 15 m what the troposphere scatters. */
function overHorizon(megahertz: number, distanceKm: number): PathLoss {
  const horizon = 2 * 4.12 * Math.sqrt(15);
  const behind = Math.max(0, distanceKm - horizon);
  const loss = freeSpace(megahertz, Math.max(1, distanceKm)) + (behind > 0 ? 18 + 0.085 * behind : 0);
  return { loss, by: "troposphere", maximum: null, absorption: 0 };
}
