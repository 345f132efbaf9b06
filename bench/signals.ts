import {
  baudotCodes,
  createLevels,
  createMorseReader,
  createReaders,
  createSignalFinder,
  rttyLine,
  spectrumOf,
  USUAL_BAUD,
  USUAL_SHIFT,
} from "../src/core/signal";
import { chanceText, type HeardMorse, keyDown, morseSound, noiseOf, wrongIn } from "../src/core/signal/testing";
import type { Line } from "./measure";

const RATE = 48_000;
const LOOK = { rate: RATE, isIq: true, wantedHz: RATE / 2048, window: "blackmanHarris", perSecond: 20 };
const LEVEL = 9;
/** The noise at one place, of noise of a mean power of one (Harris 1978, table 1: 2.004 places). */
const AT_PLACE = 2.004 / 2048;

const CARRIERS = 100;
const SECONDS = 4;
const MOST_OFF_HZ = 5;
const OVER_DB = 10;

const PICTURE_SECONDS = 60;
const HALF_A_CORE_MS = 500;
const DAY_ROWS = 24 * 3600;
const MOST_GROWTH_MB = 20;

/** The picture of a band and what is read there: how exact it is, what it costs, and what a day of it leaves. */
export function benchSignals(): Line[] {
  return [centres(), cost(), ...MORSE.map(morse), rtty(), readersCost(), day()];
}

/** A keyed carrier in noise, second by second: pairs of I and Q. */
function* heard(hertz: number, speed: number, seed: number, seconds: number): Generator<Float32Array> {
  const noise = noiseOf(seed);
  const amplitude = Math.sqrt(AT_PLACE * 10 ** (OVER_DB / 10));
  const { isDown } = keyDown({ text: "CQ CQ DE CX3QUA CX3QUA K ".repeat(4), speed, begins: 0 });
  for (let second = 0; second < seconds; second++) {
    const samples = new Float32Array(RATE * 2);
    for (let pair = 0; pair < RATE; pair++) {
      const time = second + pair / RATE;
      const on = isDown(time) ? amplitude : 0;
      const phase = 2 * Math.PI * hertz * time;
      samples[pair * 2] = noise() * Math.SQRT1_2 + on * Math.cos(phase);
      samples[pair * 2 + 1] = noise() * Math.SQRT1_2 + on * Math.sin(phase);
    }
    yield samples;
  }
}

function centres(): Line {
  let [found, within, farthest] = [0, 0, 0];
  for (let nth = 0; nth < CARRIERS; nth++) {
    const hertz = -20_000 + nth * 397.3;
    const maker = createLevels(LOOK);
    const finder = createSignalFinder({ placeHz: maker.placeHz, every: 1 / LOOK.perSecond, reach: 4 });
    let signals: ReturnType<typeof finder.take> = [];
    let at = 0;
    for (const samples of heard(hertz, 12 + (nth % 29), nth + 1, SECONDS))
      for (const { levels, looks } of maker.take(samples))
        signals = finder.take(spectrumOf(levels, looks), LEVEL, (at += 1 / LOOK.perSecond));
    const off = Math.min(...signals.map((one) => Math.abs(one.hertz + maker.lowestHz - hertz)), Infinity);
    if (off < 100) found++;
    if (off <= MOST_OFF_HZ) within++;
    if (off < 100) farthest = Math.max(farthest, off);
  }
  return {
    what: `centres of ${CARRIERS} keyed carriers, ${OVER_DB} dB over the noise at their place, within ${MOST_OFF_HZ} Hz`,
    measured: `${within} of ${found} found, the farthest ${farthest.toFixed(1)} Hz off`,
    limit: "",
    target: `95 of ${CARRIERS}`,
    within: within >= CARRIERS * 0.95,
  };
}

function cost(): Line {
  const maker = createLevels(LOOK);
  const finder = createSignalFinder({ placeHz: maker.placeHz, every: 1 / LOOK.perSecond, reach: 4 });
  const seconds = [...heard(5000, 25, 1, 4)];
  const run = (count: number) => {
    for (let second = 0; second < count; second++)
      for (const { levels, looks } of maker.take(seconds[second % seconds.length]!))
        finder.take(spectrumOf(levels, looks), LEVEL, second);
  };
  run(3);
  const before = process.cpuUsage();
  run(PICTURE_SECONDS);
  const { user, system } = process.cpuUsage(before);
  const ms = (user + system) / 1000 / PICTURE_SECONDS;
  return {
    what: "a picture of 2048 places 20 times a second with its signals, of the processor, a second",
    measured: `${ms.toFixed(0)} ms`,
    limit: "",
    target: `under ${HALF_A_CORE_MS} ms`,
    within: ms < HALF_A_CORE_MS,
  };
}

/** How many letters of Morse in white noise are read wrong. */
const MORSE = [
  { what: "evenly spaced", speed: 20, over: 6, uneven: 0 },
  { what: "unevenly spaced", speed: 25, over: 9, uneven: 0.15 },
];
const [MORSE_RUNS, MORSE_SIGNS, MORSE_RATE, MOST_WRONG] = [24, 60, 3000, 0.02];

function morse({ what, ...sent }: Omit<HeardMorse, "text"> & { readonly what: string }): Line {
  let [wrong, all] = [0, 0];
  for (let seed = 1; seed <= MORSE_RUNS; seed++) {
    const text = chanceText(seed, MORSE_SIGNS);
    const reader = createMorseReader(600, MORSE_RATE);
    const found = [...reader.take(morseSound({ ...sent, text, seed }, MORSE_RATE)), ...reader.end()];
    wrong += wrongIn(text, found.map(({ letter }) => letter).join(""));
    all += text.replaceAll(" ", "").length;
  }
  return {
    what: `letters of Morse read wrong, ${sent.speed} words a minute, ${what}, ${sent.over} dB over the noise in 100 Hz`,
    measured: `${((wrong / all) * 100).toFixed(2)} %`,
    limit: "",
    target: `${MOST_WRONG * 100} %`,
    within: wrong / all <= MOST_WRONG,
  };
}

/**
 * The energy of a bit over the noise in one hertz at which an ideal receiver of two tones without their phase reads one
 * sign in a hundred wrong, decibels (Proakis, Digital Communications, 5-4-1), and how much more is allowed.
 */
const [IDEAL_DB, ALLOWED_DB] = [10.43, 2];
const [RTTY_RUNS, RTTY_SIGNS, MOST_MISREAD] = [8, 100, 0.01];
/** So much of a text can be read before the one that is measured, as it is found. */
const LEAD = 60;

/** RTTY in a whole band: found, its speed and its way round told, read. */
function rtty(): Line {
  let [wrong, all] = [0, 0];
  for (let seed = 1; seed <= RTTY_RUNS; seed++) {
    // Letters alone: a wrong shift would make several wrong signs of one.
    const text = chanceText(seed, RTTY_SIGNS).replace(/\d/g, (digit) => "ABCDEFGHIJ"[Number(digit)]!);
    const read = readInBand(`${"RY".repeat(14)} ${text} `, -9000 + seed * 1733.7, seed);
    wrong += Math.min(...Array.from({ length: LEAD }, (_, from) => wrongIn(text, read.slice(from))));
    all += RTTY_SIGNS;
  }
  return {
    what: `signs of RTTY in a band read wrong, ${ALLOWED_DB} dB over where an ideal receiver reads 1 % wrong`,
    measured: `${((wrong / all) * 100).toFixed(2)} %`,
    limit: "",
    target: `${MOST_MISREAD * 100} %`,
    within: wrong / all <= MOST_MISREAD,
  };
}

/** What is read of a text that is sent in RTTY in noise, its mark at so many Hz. */
function readInBand(text: string, hertz: number, seed: number): string {
  const noise = noiseOf(seed);
  const bits: { readonly isMark: boolean; readonly to: number }[] = [];
  let to = 0;
  for (const one of rttyLine(baudotCodes(text))) bits.push({ isMark: one.isMark, to: (to += one.bits / USUAL_BAUD) });
  // The noise has a power of one over the whole band.
  const amplitude = Math.sqrt((10 ** ((IDEAL_DB + ALLOWED_DB) / 10) / RATE) * USUAL_BAUD);
  const readers = createReaders({ rate: RATE, isIq: true, most: 20 });
  let [phase, next, read] = [0, 0, ""];
  for (let tenth = 0; tenth < (to + 4) * 10; tenth++) {
    const samples = new Float32Array((RATE / 10) * 2);
    for (let pair = 0; pair < RATE / 10; pair++) {
      while (next < bits.length && bits[next]!.to < tenth / 10 + pair / RATE) next++;
      const bit = bits[next];
      phase += (2 * Math.PI * (hertz - (bit?.isMark === false ? USUAL_SHIFT : 0))) / RATE;
      const on = bit === undefined ? 0 : amplitude;
      samples[pair * 2] = noise() * Math.SQRT1_2 + on * Math.cos(phase);
      samples[pair * 2 + 1] = noise() * Math.SQRT1_2 + on * Math.sin(phase);
    }
    readers.take(samples, tenth / 10);
    read = readers.lines().find(({ kind }) => kind === "rtty")?.text ?? read;
  }
  return read;
}

const READERS = 20;

/** As many signals as are read at once, in the widest band that the demo has. */
function readersCost(): Line {
  const rate = 96_000;
  const noise = noiseOf(2);
  const sent = Array.from({ length: READERS }, (_, nth) => ({
    hertz: -40_000 + nth * 4000,
    key: keyDown({ text: "CQ CQ DE CX3QUA CX3QUA K ".repeat(9), speed: 14 + nth, begins: 0 }),
  }));
  const readers = createReaders({ rate, isIq: true, most: READERS });
  const levels = createLevels({ ...LOOK, rate });
  const step = rate / 10;
  let used = 0;
  const seconds = 30;
  for (let tenth = 0; tenth < seconds * 10; tenth++) {
    const samples = Float32Array.from({ length: step * 2 }, () => noise() * 0.01);
    for (const { hertz, key } of sent)
      for (let pair = 0; pair < step; pair++) {
        const second = tenth / 10 + pair / rate;
        if (!key.isDown(second)) continue;
        const phase = 2 * Math.PI * hertz * second;
        samples[pair * 2]! += 0.03 * Math.cos(phase);
        samples[pair * 2 + 1]! += 0.03 * Math.sin(phase);
      }
    const before = process.cpuUsage();
    readers.take(samples, tenth / 10);
    levels.take(samples);
    const { user, system } = process.cpuUsage(before);
    used += user + system;
  }
  const ms = used / 1000 / seconds;
  return {
    what: `a picture of 96 kHz and ${readers.lines().length} readers, of the processor, a second`,
    measured: `${ms.toFixed(0)} ms`,
    limit: "",
    target: `under ${HALF_A_CORE_MS} ms`,
    within: ms < HALF_A_CORE_MS,
  };
}

/** A day at a row a second: what is kept of it does not grow with it. */
function day(): Line {
  const [rate, places] = [4096, 256];
  const maker = createLevels({ ...LOOK, rate, wantedHz: rate / places, perSecond: 1 });
  const finder = createSignalFinder({ placeHz: maker.placeHz, every: 1, reach: 4 });
  const noise = noiseOf(7);
  const samples = Float32Array.from({ length: rate * 2 * 8 }, () => noise());
  const second = (nth: number) => {
    const from = (nth % 8) * rate * 2;
    for (const { levels, looks } of maker.take(samples.subarray(from, from + rate * 2)))
      finder.take(spectrumOf(levels, looks), LEVEL, nth);
  };
  for (let nth = 0; nth < 3600; nth++) second(nth);
  const before = used();
  for (let nth = 3600; nth < DAY_ROWS; nth++) second(nth);
  const grown = (used() - before) / 2 ** 20;
  return {
    what: "what 23 more hours of the picture leave in memory",
    measured: `${grown.toFixed(1)} MB`,
    limit: "",
    target: `under ${MOST_GROWTH_MB} MB`,
    within: grown < MOST_GROWTH_MB,
  };
}

function used(): number {
  globalThis.gc?.();
  return process.memoryUsage().heapUsed;
}
