import fc from "fast-check";
import { createSpectrumMaker, noiseFloor, SPECTRUM_WINDOWS, type SpectrumOptions } from "./spectrum";
import { noiseOf } from "./testing";

const SIZE = 1024;
const PLACE_HZ = 24;
const [BLACKMAN_HARRIS, HANN, NONE] = SPECTRUM_WINDOWS.map(({ terms }) => terms) as [number[], number[], number[]];
const of = (samples: Float32Array, options: Partial<SpectrumOptions> = {}) =>
  createSpectrumMaker({ size: SIZE, terms: BLACKMAN_HARRIS, isIq: true, every: SIZE * 4, ...options }).take(samples);
/** Pairs of I and Q of a tone at a place of the spectrum, from the middle on, also between two. */
function tone(place: number, pairs: number, amplitude = 1): Float32Array {
  return Float32Array.from({ length: pairs * 2 }, (_, nth) => {
    const phase = (2 * Math.PI * place * (nth >> 1)) / SIZE;
    return amplitude * (nth % 2 === 0 ? Math.cos(phase) : Math.sin(phase));
  });
}
const decibels = (power: number) => 10 * Math.log10(power);

test("a tone stands at its place with its power, whether I and Q or sound", () => {
  const [{ powers } = { powers: new Float32Array() }] = of(tone(-200, SIZE * 5, 0.1));
  expect(powers.length).toBe(SIZE);
  expect(decibels(powers[SIZE / 2 - 200]!)).toBeCloseTo(-20, 3);
  expect(decibels(Math.max(...powers.subarray(SIZE / 2)))).toBeLessThan(-100);
  const sound = Float32Array.from({ length: SIZE * 5 }, (_, at) => 0.1 * Math.sin((2 * Math.PI * 77 * at) / SIZE));
  const [heard] = of(sound, { isIq: false });
  expect(heard!.powers.length).toBe(SIZE / 2);
  expect(decibels(heard!.powers[77]!)).toBeCloseTo(-20, 3);
});

test("a window keeps what is strong out of other places as far as its author says", () => {
  // The highest side lobe by Harris, Table 1: -92 dB, -32 dB and -13 dB.
  for (const [terms, highest, lobe] of [
    [BLACKMAN_HARRIS, -92, 4],
    [HANN, -31, 2],
    [NONE, -13, 1],
  ] as const) {
    const beside = Array.from({ length: 16 }, (_, part) => part / 16).map((part) => {
      const { powers } = of(tone(100 + part, SIZE * 5), { terms })[0]!;
      return Math.max(...powers.subarray(0, SIZE / 2 + 100 - lobe), ...powers.subarray(SIZE / 2 + 102 + lobe));
    });
    expect(decibels(Math.max(...beside))).toBeLessThan(highest + 1);
  }
});

test("spectra come after as many samples as asked, in whatever pieces, and never of samples not there yet", () => {
  const noise = noiseOf(3);
  const samples = Float32Array.from({ length: SIZE * 20 }, noise);
  fc.assert(
    fc.property(fc.integer({ min: 100, max: 5000 }), fc.integer({ min: 1, max: 3000 }), (every, pairs) => {
      const whole = of(samples, { every });
      const maker = createSpectrumMaker({ size: SIZE, terms: HANN, isIq: true, every });
      const again = createSpectrumMaker({ size: SIZE, terms: HANN, isIq: true, every }).take(samples);
      const pieces = [];
      for (let at = 0; at < samples.length; at += pairs * 2)
        pieces.push(...maker.take(samples.subarray(at, at + pairs * 2)));
      expect(pieces).toEqual(again);
      const looks = Math.ceil(every / (SIZE / 2));
      // The last look of each ends `every` after that of the one before; the first look is full.
      const pairsLeft = samples.length / 2 - SIZE;
      expect(whole.length).toBe(Math.floor((pairsLeft * looks + every) / (every * looks)));
    }),
    { numRuns: 10 },
  );
});

test("the floor is the noise's power at each place, with any number of looks", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e9 }), fc.constantFrom(256, SIZE, SIZE * 8), (seed, every) => {
      const noise = noiseOf(seed);
      const samples = Float32Array.from({ length: SIZE * 64 }, () => noise() * 0.01);
      const spectra = of(samples, { every });
      const floors = spectra.map((one) => noiseFloor(one, PLACE_HZ));
      const mean = (all: readonly Float32Array[]) =>
        all.reduce((sum, one) => sum + one.reduce((part, power) => part + power, 0) / SIZE, 0) / all.length;
      expect(decibels(mean(floors) / mean(spectra.map(({ powers }) => powers)))).toBeCloseTo(0, 0);
    }),
    { numRuns: 10 },
  );
});

test("what is strong, and what is wide, does not lift the floor", () => {
  const noise = noiseOf(8);
  const quiet = Float32Array.from({ length: SIZE * 10 }, () => noise() * 0.001);
  const strong = tone(40.3, SIZE * 5, 0.7);
  // Two voices' worth of tones: one in the middle, one at the edge.
  const many = [-200, -SIZE / 2].flatMap((from) =>
    Array.from({ length: 115 }, (_, nth) => tone(from + nth + noise() / 3, SIZE * 5, 0.01)),
  );
  const loud = quiet.map((value, at) => value + strong[at]! + many.reduce((sum, one) => sum + one[at]!, 0));
  const [before, after] = [quiet, loud].map((samples) => noiseFloor(of(samples)[0]!, PLACE_HZ)) as [
    Float32Array,
    Float32Array,
  ];
  const lifted = after.map((power, place) => decibels(power / before[place]!));
  expect(Math.max(...lifted)).toBeLessThan(1.5);
  expect(Math.min(...lifted)).toBeGreaterThan(-1.5);
});

test("silence is silence", () => {
  const [spectrum] = of(new Float32Array(SIZE * 10));
  expect(Math.max(...noiseFloor(spectrum!, PLACE_HZ))).toBe(0);
});
