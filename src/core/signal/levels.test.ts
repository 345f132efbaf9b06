import fc from "fast-check";
import { createLevels, levelOf, spectrumOf } from "./levels";
import { samplesOf16, swapped } from "./samples";
import { noiseOf } from "./testing";

const RATE = 48_000;
const LOOK = { rate: RATE, isIq: true, wantedHz: 23.4, window: "blackmanHarris", perSecond: 20 };

/** A second of noise of a power a pair, with a sine at a frequency. */
function second(power: number, hertz: number, amplitude: number): Float32Array {
  const noise = noiseOf(3);
  const samples = new Float32Array(RATE * 2);
  for (let pair = 0; pair < RATE; pair++) {
    const phase = (2 * Math.PI * hertz * pair) / RATE;
    samples[pair * 2] = noise() * Math.sqrt(power / 2) + amplitude * Math.cos(phase);
    samples[pair * 2 + 1] = noise() * Math.sqrt(power / 2) + amplitude * Math.sin(phase);
  }
  return samples;
}
const rowsOf = (samples: Float32Array, look = LOOK) => createLevels(look).take(samples);

test("levels are decibels over the noise, whatever the noise is", () => {
  for (const power of [1e-9, 1e-4]) {
    const row = rowsOf(second(power, 3000, 0)).at(-1)!;
    const mean = row.levels.reduce((sum, byte) => sum + 10 ** (levelOf(byte) / 10), 0) / row.levels.length;
    expect(Math.abs(10 * Math.log10(mean))).toBeLessThan(1);
  }
});

test("a sine stands at its place by as much as it is over the noise there", () => {
  const { placeHz, lowestHz } = createLevels(LOOK);
  expect([placeHz, lowestHz]).toEqual([RATE / 2048, -RATE / 2]);
  const place = Math.round((3000 - lowestHz) / placeHz);
  const row = rowsOf(second(1e-6, lowestHz + place * placeHz, 0.01)).at(-1)!;
  // The noise at one place of the window used is 2.004 of its share (Harris 1978, table 1).
  const over = 10 * Math.log10(1e-4 / ((1e-6 * 2.004) / 2048));
  expect(Math.abs(levelOf(row.levels[place]!) - over)).toBeLessThan(1.5);
  expect(Math.abs(row.noise - 10 * Math.log10((1e-6 * 2.004) / 2048))).toBeLessThan(1);
});

test("a band that gets louder for good is the new noise within some seconds", () => {
  const maker = createLevels(LOOK);
  maker.take(second(1e-8, 0, 0));
  const [first] = maker.take(second(1e-6, 0, 0));
  for (let count = 0; count < 5; count++) maker.take(second(1e-6, 0, 0));
  const last = maker.take(second(1e-6, 0, 0)).at(-1)!;
  const middle = (levels: Uint8Array) => levelOf([...levels].sort((a, b) => a - b)[levels.length >> 1]!);
  expect(middle(first!.levels)).toBeGreaterThan(12);
  expect(Math.abs(middle(last.levels))).toBeLessThan(3);
});

test("silence has levels, too", () => {
  for (const { levels, noise } of rowsOf(new Float32Array(RATE * 2))) {
    expect(Number.isFinite(noise)).toBe(true);
    expect(new Set(levels).size).toBe(1);
  }
});

test.each([
  [24_000, 23.4, 1024],
  [192_000, 94, 2048],
  [192_000, 5.9, 16_384],
  [8000, 94, 256],
  [8000, 1, 8192],
])("of %i samples a second, with places of %f Hz, there are %i", (rate, wantedHz, places) => {
  const rows = rowsOf(new Float32Array(rate * 4), { ...LOOK, rate, wantedHz });
  expect(rows[0]!.levels.length).toBe(places);
});

test("rows come as often as is asked for", () => {
  for (const perSecond of [5, 20]) {
    const maker = createLevels({ ...LOOK, perSecond });
    // The first ones are missing: they would be of what was not heard yet.
    expect(maker.take(second(1, 0, 0)).length).toBeGreaterThanOrEqual(perSecond - 1);
    expect(maker.take(second(1, 0, 0)).length).toBe(perSecond);
  }
});

test("a level comes back as it went, half a decibel fine", () => {
  fc.assert(
    fc.property(fc.uint8Array({ minLength: 1 }), (levels) => {
      const { powers, looks } = spectrumOf(levels, 4);
      expect(looks).toBe(4);
      for (const [place, byte] of levels.entries())
        expect(10 * Math.log10(powers[place]!)).toBeCloseTo(byte / 2 - 32, 3);
    }),
  );
});

test("samples of sixteen bits are numbers from -1 to 1, and half a sample is none", () => {
  expect([...samplesOf16(Uint8Array.of(0, 0x80, 0xff, 0x7f, 0, 0, 9))]).toEqual([-1, 32_767 / 32_768, 0]);
  expect([...swapped(Float32Array.of(1, 2, 3, 4))]).toEqual([2, 1, 4, 3]);
});
