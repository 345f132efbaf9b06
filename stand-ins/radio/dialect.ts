import type { Radio, RadioChange, RadioState } from "./model";

/** How a radio is spoken to: lines of ASCII, each with its end. */
export interface Dialect {
  readonly end: string;
  /** Does what a line asks, and answers it. Strength is what is heard, dB over the noise. */
  take(this: void, radio: Radio, line: string, strength: number): readonly string[];
  /** What is said by itself of a change at the knobs. */
  pushed(this: void, change: RadioChange, state: RadioState): readonly string[];
}
