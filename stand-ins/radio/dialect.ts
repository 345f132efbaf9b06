import type { Radio, RadioChange, RadioState } from "./model";

/** How a radio is spoken to: lines of ASCII, each with its end. */
export interface Dialect {
  readonly end: string;
  /** Does what a line asks, and answers it. Strength is what is heard, dB over the noise. */
  take(this: void, radio: Radio, line: string, strength: number): readonly string[];
  /** What is said by itself of a change at the knobs. */
  pushed(this: void, change: RadioChange, state: RadioState): readonly string[];
}

/** A part of a radio in a dialect: which it is, how it is said and understood; null for what it cannot mean. */
export interface Part {
  readonly field: keyof RadioState;
  readonly say: (state: RadioState) => string;
  readonly mean: (text: string) => RadioChange | null;
}
export type Parts = Readonly<Record<string, Part>>;

/** The parts that have changed, by their names in the dialect, each as it is said. */
export function changedParts(parts: Parts, change: RadioChange, state: RadioState): (readonly [string, string])[] {
  return Object.entries(parts).flatMap(([name, { field, say }]) =>
    field in change ? [[name, say(state)] as const] : [],
  );
}

/** Changes a part as a text says; what it cannot mean is refused as what it cannot be is, in words. */
export function changePart(radio: Radio, { mean }: Part, text: string): string | null {
  const change = mean(text);
  return change === null ? `it cannot be "${text}"` : radio.change(change);
}

/** Reads one of two words. */
export function eitherOf(text: string, yes: string, no: string): boolean | null {
  return text === yes ? true : text === no ? false : null;
}
