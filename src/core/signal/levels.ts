import { createSpectrumMaker, noiseFloor, type Spectrum, SPECTRUM_WINDOWS } from "./spectrum";

/** How the picture of a band is made. */
export interface LevelsOptions {
  /** Samples or pairs a second. */
  readonly rate: number;
  /** Samples are pairs of I and Q, by turns; else they are sound. */
  readonly isIq: boolean;
  /** How far apart its places should be, Hz. */
  readonly wantedHz: number;
  /** One of `SPECTRUM_WINDOWS`; one that is not known is the first. */
  readonly window: string;
  /** Rows a second. */
  readonly perSecond: number;
}

/** A row of the picture. */
export interface LevelRow {
  /** How far each place is over the noise there, half decibels from -32 dB on, from the lowest place. */
  readonly levels: Uint8Array;
  /** The noise at one place, decibels below a sine at full scale, in the middle of all places. */
  readonly noise: number;
  /** How many looks at the samples it is the mean of. */
  readonly looks: number;
}

/** Makes rows of levels from samples, as they come. */
export interface LevelMaker {
  /** From one place to the next, Hz. */
  readonly placeHz: number;
  /** The lowest place, Hz from the middle of I and Q; of sound it is 0. */
  readonly lowestHz: number;
  /** @param samples of any length, from -1 to 1; I and Q in whole pairs */
  readonly take: (samples: Float32Array) => LevelRow[];
}

/** What is looked at together, samples: a power of two between these. */
const [LEAST_SIZE, MOST_SIZE] = [256, 16_384];
/** Over so long the noise is taken together, seconds. */
const MEMORY_S = 1;
/** A level in a byte: so many steps a decibel, and the lowest, dB over the noise. */
const [PER_DB, LOWEST_DB] = [2, -32];
/** What has no noise at all is as if it had this. */
const NO_NOISE = 1e-20;

export function createLevels({ rate, isIq, wantedHz, window, perSecond }: LevelsOptions): LevelMaker {
  const size = Math.min(MOST_SIZE, Math.max(LEAST_SIZE, 2 ** Math.round(Math.log2(rate / wantedHz))));
  const placeHz = rate / size;
  const { terms } = SPECTRUM_WINDOWS.find(({ id }) => id === window) ?? SPECTRUM_WINDOWS[0]!;
  const maker = createSpectrumMaker({ size, terms, isIq, every: Math.round(rate / perSecond) });
  const share = Math.min(1, 1 / perSecond / MEMORY_S);
  /** Decibels. */
  let floor: Float32Array | null = null;

  function rowOf(spectrum: Spectrum): LevelRow {
    const now = noiseFloor(spectrum, placeHz).map(decibels);
    floor = floor === null ? now : floor.map((before, place) => before + (now[place]! - before) * share);
    const levels = new Uint8Array(floor.length);
    for (const [place, noise] of floor.entries()) levels[place] = levelByte(decibels(spectrum.powers[place]!) - noise);
    return { levels, noise: floor[floor.length >> 1]!, looks: spectrum.looks };
  }

  return {
    placeHz,
    lowestHz: isIq ? -rate / 2 : 0,
    take: (samples) => maker.take(samples).map(rowOf),
  };
}

function decibels(power: number): number {
  return 10 * Math.log10(Math.max(NO_NOISE, power));
}

/** @param over decibels over the noise */
function levelByte(over: number): number {
  return Math.min(255, Math.max(0, Math.round((over - LOWEST_DB) * PER_DB)));
}

/** What a byte of a row says, decibels over the noise. */
export function levelOf(byte: number): number {
  return byte / PER_DB + LOWEST_DB;
}

const POWERS = Float32Array.from({ length: 256 }, (_, byte) => 10 ** (levelOf(byte) / 10));

/** A row as a spectrum whose noise is one, for what finds signals in it. */
export function spectrumOf(levels: Uint8Array, looks: number): Spectrum {
  return { powers: Float32Array.from(levels, (byte) => POWERS[byte]!), looks };
}
