import fc from "fast-check";
import { keyed, USUAL_KEYING } from "./morse";
import { createMorseReader, type MorseRead } from "./morseReader";
import { noiseOf } from "./testing";

const RATE = 4000;
const TONE = 600;
const SIGNS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789";

interface Sent {
  readonly text: string;
  readonly speed: number;
  /** Of a carrier that is on, against the noise in 100 Hz, decibels; left out where there is no noise. */
  readonly over?: number;
  /** Pauses are longer or shorter by such a share, as a deviation; marks by half of it. */
  readonly uneven?: number;
  /** Hz, at a moment, seconds. */
  readonly tone?: (second: number) => number;
  /** Its amplitude at a moment. */
  readonly loud?: (second: number) => number;
  readonly seed?: number;
}

/** Morse as it is heard, with a second before it and three behind. */
function heard(sent: Sent): Float32Array {
  const { text, speed, over, uneven = 0, tone = () => TONE, loud = () => 1, seed = 1 } = sent;
  const noise = noiseOf(seed);
  const sway = (by: number) => Math.max(0.4, 1 + by * noise());
  const marks: { readonly from: number; readonly to: number }[] = [];
  let at = 1;
  for (const { down, lasts } of keyed(text, { ...USUAL_KEYING, speed })) {
    let done = 0;
    for (const { from, to } of down) {
      const begins = at + ((from - done) / 1000) * sway(uneven);
      at = begins + ((to - from) / 1000) * sway(uneven / 2);
      marks.push({ from: begins, to: at });
      done = to;
    }
    at += ((lasts - done) / 1000) * sway(uneven);
  }
  // The power of a sine of amplitude 1 is a half.
  const perHertz = over === undefined ? 0 : 0.5 / (100 * 10 ** (over / 10));
  const deviation = Math.sqrt((perHertz * RATE) / 2);
  const samples = new Float32Array(Math.ceil((at + 3) * RATE));
  let [next, phase] = [0, 0];
  for (let nth = 0; nth < samples.length; nth++) {
    const second = nth / RATE;
    while (next < marks.length && marks[next]!.to < second) next++;
    const on = (marks[next]?.from ?? Infinity) <= second ? loud(second) : 0;
    phase += (2 * Math.PI * tone(second)) / RATE;
    samples[nth] = on * Math.cos(phase) + deviation * noise();
  }
  return samples;
}

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

/** Signs by chance, in words of about five. */
function chanceText(seed: number, length: number): string {
  const noise = noiseOf(seed);
  const share = () => (Math.abs(noise()) * 1000) % 1;
  let text = "";
  for (let nth = 0; nth < length; nth++)
    text += SIGNS[Math.floor(share() * SIGNS.length)]! + (share() < 0.2 && nth < length - 1 ? " " : "");
  return text;
}

/** How many letters must be changed, put in or taken out, words aside (Levenshtein). */
function wrongIn(sent: string, read: string): number {
  const [one, other] = [sent, read].map((text) => text.replaceAll(" ", "")) as [string, string];
  let row = Array.from({ length: other.length + 1 }, (_, nth) => nth);
  for (const [nth, sign] of [...one].entries()) {
    const next = [nth + 1];
    for (let at = 0; at < other.length; at++)
      next.push(Math.min(row[at]! + Number(other[at] !== sign), row[at + 1]! + 1, next[at]! + 1));
    row = next;
  }
  return row.at(-1)!;
}

/** The share of letters that are wrong, of many by chance. */
function shareWrong(sent: Omit<Sent, "text" | "seed">, runs: number): number {
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

test("noise alone gives fewer than two letters a minute", () => {
  const noise = noiseOf(5);
  const reader = createMorseReader(TONE, RATE);
  const found: MorseRead[] = [];
  for (let second = 0; second < 120; second++)
    found.push(...reader.take(Float32Array.from({ length: RATE }, () => noise() * 0.1)));
  expect(found.length / 2).toBeLessThan(2);
  expect(reader.speed()).toBeNull();
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
