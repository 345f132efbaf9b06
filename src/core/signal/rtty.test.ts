import fc from "fast-check";
import { baudotCodes, printed } from "./baudot";
import { noiseOf } from "./testing";
import { createRttyReader, type RttyRead, rttySound, type RttyTones, USUAL_BAUD } from "./rtty";

const RATE = 8000;
const USUAL: RttyTones = { mark: 2125, space: 2295, baud: USUAL_BAUD };

function readAll(sound: Float32Array, tones: RttyTones, { rate = RATE, piece = 1000 } = {}): RttyRead[] {
  const reader = createRttyReader(tones, rate);
  const found: RttyRead[] = [];
  for (let at = 0; at < sound.length; at += piece) found.push(...reader.take(sound.subarray(at, at + piece)));
  return [...found, ...reader.end()];
}

/** In noise of so many decibels of energy a bit over the noise in one hertz. */
function inNoise(sound: Float32Array, { baud }: RttyTones, decibels: number, noise: () => number): Float32Array {
  const energy = 0.5 / baud;
  const deviation = Math.sqrt((energy / 10 ** (decibels / 10)) * (RATE / 2));
  return sound.map((value) => value + deviation * noise());
}

test("what is sent is read, at any speed and shift, in whatever pieces it comes", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 31 }), { minLength: 1, maxLength: 20 }),
      fc.constantFrom(45.45, 50, 75, 100),
      fc.constantFrom(-850, -170, 170, 200, 450, 850),
      fc.integer({ min: 1200, max: 2400 }),
      fc.constantFrom(8000, 11025, 16000),
      fc.integer({ min: 1, max: 5000 }),
      (codes, baud, shift, mark, rate, piece) => {
        const tones = { mark, space: mark + shift, baud };
        const read = readAll(rttySound(codes, tones, rate, 8), tones, { rate, piece });
        expect(read.map(({ code }) => code)).toEqual(codes);
        for (const [nth, { at, confidence }] of read.entries()) {
          expect(Math.abs(at * baud - (8 + 7.5 * nth))).toBeLessThan(0.5);
          expect(confidence).toBeGreaterThan(0.9);
        }
      },
    ),
    { numRuns: 25 },
  );
});

test("the two tones sound for their bits, without a jump", () => {
  const sound = rttySound(baudotCodes("RY"), USUAL, RATE, 0);
  // A shift and two letters of 7.5 bits.
  expect(sound.length).toBe(Math.ceil(((3 * 7.5) / USUAL_BAUD) * RATE));
  const steepest = (2 * Math.PI * USUAL.space) / RATE;
  for (let at = 1; at < sound.length; at++) expect(Math.abs(sound[at]! - sound[at - 1]!)).toBeLessThan(steepest);
});

test("with tones the wrong way round nothing of the text is left", () => {
  const sound = rttySound(baudotCodes("CQ CQ DE CX3QUA CX3QUA K"), USUAL, RATE);
  const read = readAll(sound, { ...USUAL, mark: USUAL.space, space: USUAL.mark });
  const text = printed(
    read.map(({ code }) => code),
    true,
  );
  expect(text).not.toContain("CX3QUA");
});

test("in white noise it is within two decibels of the ideal receiver at one wrong sign in a hundred", () => {
  // Proakis, Digital Communications, 5-4-1: of orthogonal tones without the phase a bit is wrong by exp(-E/2N)/2, and
  // one of five bits in a hundred signs where that is 0.002: at 10.43 dB.
  const ideal = 10 * Math.log10(2 * Math.log(1 / (2 * (1 - 0.99 ** (1 / 5)))));
  expect(ideal).toBeCloseTo(10.43, 1);
  const noise = noiseOf(7);
  const codes = Array.from({ length: 1000 }, (_, nth) => (nth * 7919) % 32);
  const read = readAll(inNoise(rttySound(codes, USUAL, RATE), USUAL, ideal + 1, noise), USUAL);
  const byPlace = new Map(read.map(({ at, code }) => [Math.round((at * USUAL.baud - 4) / 7.5), code]));
  const wrong = codes.filter((code, nth) => byPlace.get(nth) !== code);
  expect(wrong.length).toBeLessThan(10);
}, 60_000);

test("a station that has ended gives no more letters of the noise", () => {
  const noise = noiseOf(5);
  const codes = Array.from({ length: 60 }, (_, nth) => (nth * 7919) % 32);
  const sound = inNoise(rttySound(codes, USUAL, RATE), USUAL, 13, noise);
  const deviation = Math.sqrt((0.5 / USUAL.baud / 10 ** 1.3) * (RATE / 2));
  const after = Float32Array.from({ length: RATE * 4 }, () => deviation * noise());
  const surely = readAll(Float32Array.from([...sound, ...after]), USUAL).filter(({ confidence }) => confidence >= 0.3);
  expect(surely.length).toBeGreaterThanOrEqual(58);
  expect(surely.length).toBeLessThanOrEqual(61);
});

test("noise alone gives fewer than two letters a minute", () => {
  const noise = noiseOf(11);
  const reader = createRttyReader(USUAL, RATE);
  let letters = 0;
  for (let second = 0; second < 120; second++)
    letters += reader.take(Float32Array.from({ length: RATE }, noise)).length;
  expect(letters / 2).toBeLessThan(2);
}, 60_000);
