import { keyed, USUAL_KEYING } from "./morse";

// What is looked up in the world around for each sample makes tests slow.
const { cos, imul, log, PI, sqrt } = Math;

/** White noise of a mean power of one, the same each time. */
export function noiseOf(seed: number): () => number {
  let state = seed;
  const uniform = () => {
    // Numbers of a linear congruence with the constants of Numerical Recipes.
    state = (imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  return () => sqrt(-2 * log(uniform())) * cos(2 * PI * uniform());
}

/** Morse as it is sent by hand. */
export interface SentMorse {
  readonly text: string;
  /** Words a minute. */
  readonly speed: number;
  /** Pauses are longer or shorter by such a share, as a deviation; marks by half of it. */
  readonly uneven?: number;
  /** When it begins, seconds. */
  readonly begins?: number;
}

/** When the key is down, seconds, and when the pause behind the text is over. */
export function keyDown({ text, speed, uneven = 0, begins = 1 }: SentMorse, noise: () => number = () => 0) {
  const sway = (by: number) => Math.max(0.4, 1 + by * noise());
  const marks: { readonly from: number; readonly to: number }[] = [];
  let at = begins;
  for (const { down, lasts } of keyed(text, { ...USUAL_KEYING, speed })) {
    let done = 0;
    for (const { from, to } of down) {
      const on = at + ((from - done) / 1000) * sway(uneven);
      at = on + ((to - from) / 1000) * sway(uneven / 2);
      marks.push({ from: on, to: at });
      done = to;
    }
    at += ((lasts - done) / 1000) * sway(uneven);
  }
  let next = 0;
  return {
    ends: at,
    /** Whether it is down; asked from moment to moment. */
    isDown: (second: number): boolean => {
      while (next < marks.length && marks[next]!.to < second) next++;
      return (marks[next]?.from ?? Infinity) <= second;
    },
  };
}

export interface HeardMorse extends SentMorse {
  /** Of a carrier that is on, against the noise in 100 Hz, decibels; left out where there is no noise. */
  readonly over?: number;
  /** Hz, at a moment, seconds. */
  readonly tone?: (second: number) => number;
  /** Its amplitude at a moment. */
  readonly loud?: (second: number) => number;
  readonly seed?: number;
}

/** Morse as it sounds, with a second before it and three behind. @param rate samples a second */
export function morseSound(heard: HeardMorse, rate: number): Float32Array {
  const { over, tone = () => 600, loud = () => 1, seed = 1 } = heard;
  const noise = noiseOf(seed);
  const { ends, isDown } = keyDown(heard, noise);
  // The power of a sine of amplitude 1 is a half.
  const perHertz = over === undefined ? 0 : 0.5 / (100 * 10 ** (over / 10));
  const deviation = sqrt((perHertz * rate) / 2);
  let phase = 0;
  return Float32Array.from({ length: Math.ceil((ends + 3) * rate) }, (_, nth) => {
    const second = nth / rate;
    phase += (2 * PI * tone(second)) / rate;
    return (isDown(second) ? loud(second) * cos(phase) : 0) + deviation * noise();
  });
}

const SIGNS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789";

/** Signs by chance, in words of about five. */
export function chanceText(seed: number, length: number): string {
  const noise = noiseOf(seed);
  const share = () => (Math.abs(noise()) * 1000) % 1;
  let text = "";
  for (let nth = 0; nth < length; nth++)
    text += SIGNS[Math.floor(share() * SIGNS.length)]! + (share() < 0.2 && nth < length - 1 ? " " : "");
  return text;
}

/** How many letters must be changed, put in or taken out, words aside (Levenshtein). */
export function wrongIn(sent: string, read: string): number {
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
