import type { Solar } from "../../src/core/propagation";
import { randomFrom } from "../../src/core/random";

/** What a day's figures are: sunspots, the flux at 10.7 cm in solar flux units, and how disturbed the field is. */
export interface SunFigures extends Solar {
  readonly flux: number;
  /** The sum of a day's disturbances, 0 to 400. */
  readonly aIndex: number;
}

const DAY = 86_400;
const YEAR = 365.25 * DAY;
/** The last minimum of the sun's cycle, and how long one lasts. */
const MINIMUM = Date.UTC(2019, 11) / 1000;
const CYCLE = 11 * YEAR;
/** The field's disturbance in nT by the K index. Source: the published table of ak. */
const A_BY_K = [0, 3, 7, 15, 27, 48, 80, 140, 240, 400];

/** The sun at a moment, plausible and invented: a cycle of eleven years, its own rotation, and storms now and then. */
export function sunAt(seed: number, at: number): SunFigures {
  const day = Math.floor(at / DAY);
  const cycle = Math.sin((Math.PI * (at - MINIMUM)) / CYCLE) ** 2;
  const turn = Math.sin((2 * Math.PI * at) / (27 * DAY) + seed);
  const sunspots = Math.max(0, Math.round(8 + 130 * cycle + 25 * cycle * turn + 12 * (dice(seed, day) - 0.5)));
  const storm = dice(seed + 1, Math.floor(day / 3)) < 0.12 ? 3 : 0;
  const kOf = (third: number) => Math.min(9, Math.floor(3.5 * dice(seed + 2, third) ** 1.5) + storm);
  const third = Math.floor(at / 10_800);
  const ofDay = Array.from({ length: 8 }, (_, index) => A_BY_K[kOf(day * 8 + index)]!);
  return {
    sunspots,
    // The usual relation between the two. Source: K. Davies, "Ionospheric Radio", 1990.
    flux: Math.round(63.7 + 0.728 * sunspots + 0.00089 * sunspots ** 2),
    kIndex: kOf(third),
    aIndex: Math.round(ofDay.reduce((sum, value) => sum + value, 0) / ofDay.length),
  };
}

function dice(seed: number, number: number): number {
  return randomFrom(Math.imul(seed, 0x9e3779b1) ^ Math.imul(number, 0x85ebca6b)).next();
}
