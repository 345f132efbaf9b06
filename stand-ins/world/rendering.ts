import { signalExtent } from "../../src/core/band";
import { noisePower } from "../../src/core/propagation";
import type { Point } from "../../src/core/geo";
import { type Emission, emissionOf, gaussOf, type IqPoint, type Sent } from "./emissions";
import { isDark } from "./operators";
import { randomFrom } from "../../src/core/random";

/** Something that arrives, from its first moment to its last, seconds since 1970 UTC, and how strong, dBm. */
export interface Arriving extends Sent {
  readonly from: number;
  readonly to: number;
  readonly strength: number;
}

/** What a receiver hears, as I and Q. */
export interface Rendering {
  arrives(this: void, arriving: Arriving): void;
  /** It was broken off. */
  ends(this: void, id: number): void;
  /** Nothing is heard any more but noise. */
  hush(this: void): void;
  /**
   * The next samples: pairs of I and Q, from -1 to 1.
   *
   * @param from seconds since 1970 UTC; later than what was asked for before
   */
  render(this: void, from: number, pairs: number, centreHz: number): Float32Array;
}

/** What a receiver gives at its most, dBm. */
const FULL_DBM = -20;
/** Who is next door is no louder than this. */
const LOUDEST_DBM = -26;
/** Crashes of static a second, on the low bands by night, how far above the noise, dB, and how fast they fade, seconds. */
const CRASHES = { rate: 0.8, least: 8, most: 26, lasts: 0.12 };

interface Live {
  readonly arriving: Arriving;
  readonly emission: Emission;
  phase: number;
}

/** @param rate samples a second, which is how wide it hears, Hz */
export function createRendering(place: Point, rate: number, seed: number): Rendering {
  const random = randomFrom(seed);
  const gauss = gaussOf(random);
  const live = new Map<number, Live>();
  const point: IqPoint = { i: 0, q: 0 };
  let crash = 0;
  /** The sky is quiet for so many pairs yet. */
  let untilCrash = rate;

  function addNoise(samples: Float32Array, from: number, centreHz: number): void {
    const dark = isDark({ point: place }, from);
    const amplitude = amplitudeOf(noisePower(centreHz, rate, "residential", dark)) * Math.SQRT1_2;
    const perSecond = CRASHES.rate * Math.min(1, 7e6 / centreHz) ** 2 * (dark ? 1 : 0.2);
    const fade = Math.exp(-1 / (CRASHES.lasts * rate));
    for (let at = 0; at < samples.length; at += 2) {
      if (--untilCrash < 0) {
        untilCrash = (-Math.log(1 - random.next()) / perSecond) * rate;
        crash = 10 ** (random.between(CRASHES.least, CRASHES.most) / 20);
      }
      crash *= fade;
      const loud = amplitude * (1 + crash);
      samples[at] = gauss() * loud;
      samples[at + 1] = gauss() * loud;
    }
  }

  function addSignal(samples: Float32Array, from: number, centreHz: number, one: Live): void {
    const { arriving, emission } = one;
    const step = (2 * Math.PI * (arriving.frequencyHz - centreHz)) / rate;
    const amplitude = amplitudeOf(Math.min(LOUDEST_DBM, arriving.strength) + fadingOf(arriving.id, from));
    const [turnI, turnQ] = [Math.cos(step), Math.sin(step)];
    // Turned on from pair to pair, which is far less work than a sine each; it is begun anew with each rendering.
    let [i, q] = [Math.cos(one.phase) * amplitude, Math.sin(one.phase) * amplitude];
    const last = arriving.to - arriving.from;
    const first = from - arriving.from;
    for (let at = 0; at < samples.length; at += 2) {
      const was = i;
      i = i * turnI - q * turnQ;
      q = was * turnQ + q * turnI;
      const time = first + at / 2 / rate;
      if (time < 0) continue;
      if (time > last) break;
      emission(time, point);
      samples[at]! += point.i * i - point.q * q;
      samples[at + 1]! += point.i * q + point.q * i;
    }
    one.phase = (one.phase + (step * samples.length) / 2) % (2 * Math.PI);
  }

  return {
    arrives(arriving) {
      live.set(arriving.id, { arriving, emission: emissionOf(arriving, rate), phase: 0 });
    },
    ends: (id) => void live.delete(id),
    hush: () => live.clear(),
    render(from, pairs, centreHz) {
      const samples = new Float32Array(pairs * 2);
      addNoise(samples, from, centreHz);
      for (const [id, one] of live) {
        if (one.arriving.to < from) live.delete(id);
        else if (isWithin(one.arriving, centreHz, rate)) addSignal(samples, from, centreHz, one);
      }
      for (let at = 0; at < samples.length; at++) samples[at] = Math.max(-1, Math.min(1, samples[at]!));
      return samples;
    },
  };
}

/** What reaches over the edge of what is heard would stand at the other edge. */
function isWithin({ frequencyHz, mode }: Sent, centreHz: number, rate: number): boolean {
  const [below, above] = signalExtent(frequencyHz, mode, null);
  return frequencyHz - below > centreHz - rate / 2 && frequencyHz + above < centreHz + rate / 2;
}

function amplitudeOf(dbm: number): number {
  return 10 ** ((dbm - FULL_DBM) / 20);
}

/** Signals rise and fall by some decibels, slowly and less so, each in its own way. */
function fadingOf(id: number, at: number): number {
  const random = randomFrom(id);
  const wave = (least: number, most: number) =>
    Math.sin((2 * Math.PI * at) / (least + random.next() * (most - least)) + random.next() * 6);
  return 2.5 * wave(9, 40) + 1.5 * wave(2, 6);
}
