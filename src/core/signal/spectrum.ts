import FFT from "fft.js";

/** A window that keeps one signal from leaking into the places of others: a sum of cosines. */
export interface SpectrumWindow {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  /** The factors of the cosines, from that of none on, their signs alternating. */
  readonly terms: readonly number[];
  /** How many places wide a tone is, from its middle to where it is gone: half of its main lobe. */
  readonly reach: number;
}

/** F. J. Harris, On the Use of Windows for Harmonic Analysis with the Discrete Fourier Transform, 1978. */
export const SPECTRUM_WINDOWS: readonly SpectrumWindow[] = [
  {
    id: "blackmanHarris",
    name: "Blackman–Harris",
    about: "A strong signal hides nothing beside it",
    terms: [0.35875, 0.48829, 0.14128, 0.01168],
    reach: 4,
  },
  { id: "hann", name: "Hann", about: "Narrower, with a foot beside what is strong", terms: [0.5, 0.5], reach: 2 },
  { id: "none", name: "None", about: "The narrowest; what is strong is everywhere", terms: [1], reach: 1 },
];

export interface SpectrumOptions {
  /** Samples that are looked at together: a power of two, from 2. */
  readonly size: number;
  readonly terms: readonly number[];
  /** Samples are pairs of I and Q, by turns; else they are sound. */
  readonly isIq: boolean;
  /** A spectrum is given after so many samples or pairs. */
  readonly every: number;
}

/** What is at each place of a band over a moment. */
export interface Spectrum {
  /**
   * The power at each place, from the lowest on; a sine of amplitude 1 has 1 at its place. I and Q have as many places
   * as samples are looked at together, the one in the middle at frequency zero; sound has half of them, from zero.
   */
  readonly powers: Float32Array;
  /** How many transforms it is the mean of. */
  readonly looks: number;
}

/** Makes spectra from samples, as they come. */
export interface SpectrumMaker {
  /** @param samples of any length, from -1 to 1; I and Q in whole pairs */
  readonly take: (samples: Float32Array) => Spectrum[];
}

/**
 * Each spectrum is the mean of transforms that overlap by half or more (Welch, 1967), or, where spectra come faster than
 * that, of the last samples alone.
 */
export function createSpectrumMaker({ size, terms, isIq, every }: SpectrumOptions): SpectrumMaker {
  const looks = Math.max(1, Math.ceil(every / (size / 2)));
  const window = windowOf(size, terms);
  const gain = window.reduce((sum, factor) => sum + factor, 0);
  const scale = (isIq ? 1 : 4) / gain ** 2;
  const transform = new FFT(size);
  /** The last samples, as a ring of pairs. */
  const ring = new Float64Array(size * 2);
  const input = new Float64Array(size * 2);
  const output = new Float64Array(size * 2);
  const places = isIq ? size : size / 2;
  let powers = new Float32Array(places);
  /** Samples and looks at them until now. */
  let [taken, looked] = [0, 0];
  let next = size;

  function look(): void {
    const from = taken % size;
    for (let at = 0; at < size; at++) {
      const of = ((from + at) % size) * 2;
      input[at * 2] = ring[of]! * window[at]!;
      input[at * 2 + 1] = ring[of + 1]! * window[at]!;
    }
    transform.transform(output, input);
    for (let place = 0; place < places; place++) {
      const of = (isIq ? (place + size / 2) % size : place) * 2;
      powers[place]! += (output[of]! ** 2 + output[of + 1]! ** 2) * scale;
    }
    looked++;
  }

  return {
    take(samples) {
      const found: Spectrum[] = [];
      const step = isIq ? 2 : 1;
      for (let at = 0; at < samples.length; at += step) {
        const to = (taken % size) * 2;
        ring[to] = samples[at]!;
        ring[to + 1] = isIq ? samples[at + 1]! : 0;
        taken++;
        if (taken < next) continue;
        look();
        next = size + Math.ceil((looked * every) / looks);
        if (looked % looks !== 0) continue;
        found.push({ powers: powers.map((power) => power / looks), looks });
        powers = new Float32Array(places);
      }
      return found;
    },
  };
}

function windowOf(size: number, terms: readonly number[]): Float64Array {
  return Float64Array.from({ length: size }, (_, at) =>
    terms.reduce(
      (sum, term, nth) => sum + (nth % 2 === 0 ? 1 : -1) * term * Math.cos((2 * Math.PI * nth * at) / size),
      0,
    ),
  );
}

/** How wide a stretch is of which the noise between its signals is sought, Hz, and how many places it has at least. */
const [STRETCH_HZ, STRETCH_PLACES] = [750, 16];
/** So many stretches to each side say with it what the noise is: those that a wide signal fills are outvoted. */
const BESIDE = 4;
/** The share of a stretch that is below what its noise is told by, and how many deviations that is from the middle. */
const [LOW_SHARE, LOW_DEVIATIONS] = [0.3, -0.5244];

/**
 * The power of the noise at each place, whatever signals are on it: of each stretch, what the quieter part of it tells,
 * and of neighbouring stretches the middle one.
 *
 * @param placeHz from one place to the next
 */
export function noiseFloor({ powers, looks }: Spectrum, placeHz: number): Float32Array {
  const stretches = Math.max(1, Math.round(powers.length / Math.max(STRETCH_PLACES, STRETCH_HZ / placeHz)));
  const length = powers.length / stretches;
  const low = Array.from({ length: stretches }, (_, nth) => {
    const sorted = powers.slice(Math.round(nth * length), Math.round((nth + 1) * length)).sort();
    return sorted[Math.floor(sorted.length * LOW_SHARE)]!;
  });
  const share = lowShareOfMean(looks);
  const middle = low.map((_, nth) => {
    const from = Math.max(0, Math.min(nth - BESIDE, stretches - 2 * BESIDE - 1));
    const around = low.slice(from, from + 2 * BESIDE + 1).sort((a, b) => a - b);
    return around[Math.floor((around.length - 1) / 2)]! / share;
  });
  return powers.map((_, place) => {
    const at = Math.min(stretches - 1, Math.max(0, (place + 0.5) / length - 0.5));
    const [before, after] = [middle[Math.floor(at)]!, middle[Math.ceil(at)]!];
    return before * (after / before) ** (at - Math.floor(at)) || 0;
  });
}

/**
 * How far below its mean the quieter share of noise ends: a mean of that many powers of noise has a gamma distribution,
 * of which the cube root is nearly normal (Wilson and Hilferty, 1931).
 */
function lowShareOfMean(looks: number): number {
  const spread = 1 / (9 * looks);
  return (1 - spread + LOW_DEVIATIONS * Math.sqrt(spread)) ** 3;
}
