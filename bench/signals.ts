import { createLevels, createSignalFinder, keyed, spectrumOf, USUAL_KEYING } from "../src/core/signal";
import { noiseOf } from "../src/core/signal/testing";
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

/** The picture of a band: how exact it is, what it costs, and what a day of it leaves. */
export function benchSignals(): Line[] {
  return [centres(), cost(), day()];
}

/** A keyed carrier in noise, second by second: pairs of I and Q. */
function* heard(hertz: number, speed: number, seed: number, seconds: number): Generator<Float32Array> {
  const noise = noiseOf(seed);
  const amplitude = Math.sqrt(AT_PLACE * 10 ** (OVER_DB / 10));
  const marks: { from: number; to: number }[] = [];
  let begins = 0;
  for (const { down, lasts } of keyed("CQ CQ DE CX3QUA CX3QUA K ".repeat(4), { ...USUAL_KEYING, speed })) {
    for (const { from, to } of down) marks.push({ from: begins + from, to: begins + to });
    begins += lasts;
  }
  let next = 0;
  for (let second = 0; second < seconds; second++) {
    const samples = new Float32Array(RATE * 2);
    for (let pair = 0; pair < RATE; pair++) {
      const time = second + pair / RATE;
      while (next < marks.length && marks[next]!.to < time * 1000) next++;
      const on = (marks[next]?.from ?? Infinity) <= time * 1000 ? amplitude : 0;
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
