import { bandOfFrequency } from "../../src/core/band";
import { noisePower, pathLoss, type Solar } from "../../src/core/propagation";
import { type AirMode, isDark, type Operator } from "./operators";

/** Who hears and is heard. */
export type Ear = Pick<Operator, "point" | "power" | "gain" | "surroundings">;

/** How a signal arrives: its power and the noise in its width, dBm, and how far the one is over the other, dB. */
export interface Heard {
  readonly strength: number;
  readonly noise: number;
  readonly over: number;
}

/** In which width a mode is heard, Hz, and how far over the noise of that width it must be to be read, dB. */
const WIDTH: Readonly<Record<AirMode, number>> = { CW: 500, SSB: 2400, RTTY: 500, FT8: 2500, FM: 12_000 };
export const READABLE: Readonly<Record<AirMode, number>> = { CW: 2, SSB: 6, RTTY: 5, FT8: -20, FM: 8 };

/** The ionosphere changes slowly: what was worked out for a path holds for so long, seconds. */
const SLOT = 900;
const LOW_BAND = 12e6;

/** Who hears whom how well. What the two have in common is worked out once a quarter of an hour. */
export function createHearing(solarAt: (at: number) => Solar) {
  let slot = NaN;
  let solar: Solar = { sunspots: 0, kIndex: 0 };
  const numbers = new Map<Ear, number>();
  const losses = new Map<number, number>();
  const noises = new Map<number, number>();

  const numberOf = (ear: Ear): number => {
    let number = numbers.get(ear);
    if (number === undefined) numbers.set(ear, (number = numbers.size));
    return number;
  };
  function begin(at: number): void {
    const now = Math.floor(at / SLOT);
    if (now === slot) return;
    slot = now;
    solar = solarAt(slot * SLOT);
    numbers.clear();
    losses.clear();
    noises.clear();
  }

  return (from: Ear, to: Ear, frequencyHz: number, mode: AirMode, at: number): Heard => {
    begin(at);
    // The band's lower edge stands for all of it; off the bands, the nearest megahertz.
    const edge = bandOfFrequency(frequencyHz)?.lowHz ?? Math.max(1, Math.round(frequencyHz / 1e6)) * 1e6;
    const kilohertz = Math.round(edge / 1000);
    const [a, b] = [numberOf(from), numberOf(to)];
    const pair = (Math.min(a, b) * MOST + Math.max(a, b)) * MOST_KILOHERTZ + kilohertz;
    let loss = losses.get(pair);
    if (loss === undefined) {
      ({ loss } = pathLoss(from.point, to.point, edge, slot * SLOT, solar));
      losses.set(pair, loss);
    }
    const spot = (b * MOST_KILOHERTZ + kilohertz) * MODES.length + MODES.indexOf(mode);
    let noise = noises.get(spot);
    if (noise === undefined) {
      noise = noisePower(frequencyHz, WIDTH[mode], to.surroundings, isDark(to, slot * SLOT));
      noises.set(spot, noise);
    }
    const antenna = frequencyHz < LOW_BAND ? 0 : 1;
    const strength = from.power + from.gain[antenna] + to.gain[antenna] - loss;
    return { strength, noise, over: strength - noise };
  };
}

const MODES = Object.keys(WIDTH);
/** So many come and go in a slot, at most, between which numbers stay apart. */
const MOST = 65_536;
const MOST_KILOHERTZ = 2 ** 20;
