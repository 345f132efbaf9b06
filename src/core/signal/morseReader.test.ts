import fc from "fast-check";
import { createMorseReader, type MorseRead } from "./morseReader";
import { chanceText, type HeardMorse, morseSound, noiseOf, wrongIn } from "./testing";

const RATE = 4000;
const TONE = 600;

const heard = (sent: HeardMorse) => morseSound(sent, RATE);

function readAll(samples: Float32Array, piece = 500) {
  const reader = createMorseReader(TONE, RATE);
  const found: MorseRead[] = [];
  for (let at = 0; at < samples.length; at += piece) found.push(...reader.take(samples.subarray(at, at + piece)));
  found.push(...reader.end());
  return {
    found,
    text: found
      .map(({ letter }) => letter)
      .join("")
      .trim(),
    speed: reader.speed(),
  };
}

/** The share of letters that are wrong, of many by chance. */
function shareWrong(sent: Omit<HeardMorse, "text" | "seed">, runs: number): number {
  let [wrong, all] = [0, 0];
  for (let seed = 1; seed <= runs; seed++) {
    const text = chanceText(seed, 60);
    wrong += wrongIn(text, readAll(heard({ ...sent, text, seed })).text);
    all += text.replaceAll(" ", "").length;
  }
  return wrong / all;
}

test("what is sent is read, words apart, at any speed, in whatever pieces it comes", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 8, max: 50 }),
      fc.integer({ min: 1, max: 3000 }),
      fc.constantFrom("CQ CQ DE CX3QUA CX3QUA K", "R TU UR 599 14 BK", "VVV DE LU/CX3QUA = 73 ?"),
      (speed, piece, text) => {
        const { text: read, speed: told } = readAll(heard({ text, speed, over: 20 }), piece);
        expect(read).toBe(text);
        expect(Math.abs(told! / speed - 1)).toBeLessThan(0.1);
      },
    ),
    { numRuns: 8 },
  );
});

test("each letter says where it begins, and that it is sure", () => {
  const { found } = readAll(heard({ text: "PARIS PARIS", speed: 20, over: 20 }));
  const letters = found.filter(({ letter }) => letter !== " ");
  expect(letters).toHaveLength(10);
  // The standard word lasts 50 dots, of 60 ms at this speed.
  expect(Math.abs(letters[5]!.at - letters[0]!.at - 3)).toBeLessThan(0.06);
  expect(Math.abs(letters[0]!.at - 1)).toBeLessThan(0.06);
  for (const { confidence } of letters) expect(confidence).toBeGreaterThan(0.95);
});

test("at 20 words a minute and 6 dB in 100 Hz at most 2 % are wrong", () => {
  expect(shareWrong({ speed: 20, over: 6 }, 8)).toBeLessThanOrEqual(0.02);
});

test("at 25 words a minute, unevenly spaced, and 9 dB in 100 Hz at most 2 % are wrong", () => {
  expect(shareWrong({ speed: 25, over: 9, uneven: 0.15 }, 8)).toBeLessThanOrEqual(0.02);
});

test("who is stronger is read no worse, and who fades by turns to a third is read, too", () => {
  expect(shareWrong({ speed: 23, over: 13 }, 3)).toBeLessThanOrEqual(0.01);
  const loud = (second: number) => 0.65 + 0.35 * Math.sin(3 * second);
  expect(shareWrong({ speed: 23, over: 18, loud }, 3)).toBeLessThanOrEqual(0.02);
});

test("noise alone gives fewer than two letters a minute", () => {
  const noise = noiseOf(5);
  const reader = createMorseReader(TONE, RATE);
  const found: MorseRead[] = [];
  for (let second = 0; second < 120; second++)
    found.push(...reader.take(Float32Array.from({ length: RATE }, () => noise() * 0.1)));
  expect(found.length / 2).toBeLessThan(2);
  expect(reader.speed()).toBeNull();
});

test("it is read where there is no noise at all, and of silence nothing is", () => {
  const text = "CQ CQ DE CX3QUA K";
  const { text: read, found } = readAll(heard({ text, speed: 24 }));
  expect(read).toBe(text);
  for (const { confidence } of found) expect(confidence).toBeGreaterThan(0.9);
  expect(readAll(new Float32Array(RATE * 10)).found).toEqual([]);
});

test("who drifts, and who fades, is read", () => {
  const text = "CQ CQ DE CX3QUA CX3QUA PSE K";
  const drifting = heard({ text, speed: 22, over: 14, tone: (second) => TONE - 2 + second / 6 });
  expect(wrongIn(text, readAll(drifting).text)).toBeLessThanOrEqual(1);
  const fading = heard({ text, speed: 22, over: 18, loud: (second) => 0.65 + 0.35 * Math.sin(second) });
  expect(wrongIn(text, readAll(fading).text)).toBeLessThanOrEqual(1);
});

test("who answers at another speed is read from the letters on in which that is known", () => {
  const both = [
    heard({ text: "CQ DE CX3QUA K", speed: 16, over: 20 }),
    heard({ text: "DE PY2QUB PY2QUB K", speed: 32, over: 20 }),
  ];
  const samples = Float32Array.from([...both[0]!, ...both[1]!]);
  const { text, speed } = readAll(samples);
  expect(text).toContain("CQ DE CX3QUA K");
  expect(text).toMatch(/PY2QUB K$/);
  expect(Math.abs(speed! / 32 - 1)).toBeLessThan(0.1);
});
