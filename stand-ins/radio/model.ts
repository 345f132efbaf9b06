import type { KeyedMode } from "../../src/core/signal";
import type { AirMode } from "../world/operators";

export const RADIO_MODES = ["CW", "USB", "LSB", "RTTY", "FM", "AM"] as const;
export type RadioMode = (typeof RADIO_MODES)[number];

/** What a radio can do. Frequencies and widths in Hz, power in watts. */
export interface RadioModel {
  readonly name: string;
  readonly ranges: readonly (readonly [low: number, high: number])[];
  readonly modes: readonly RadioMode[];
  readonly widths: readonly number[];
  readonly watts: number;
  readonly antennas: readonly string[];
  /** The longest transmission, seconds: then it stops by itself. */
  readonly limit: number;
}

/** How a radio stands. What is between two changes is what its knobs say. */
export interface RadioState {
  readonly frequencyHz: number;
  /** Where it transmits while `split` is on. */
  readonly secondHz: number;
  readonly split: boolean;
  readonly mode: RadioMode;
  readonly widthHz: number;
  readonly watts: number;
  readonly antenna: string;
  readonly transmitting: boolean;
}

export type RadioChange = { readonly [Key in keyof RadioState]?: RadioState[Key] | undefined };

/** How a radio is keyed by what is plugged into it. */
export interface KeyedBy {
  readonly mode: KeyedMode;
  /** Morse, words a minute. */
  readonly speed?: number;
  /** It is what it sends already, with another text behind what has gone out. */
  readonly more?: boolean;
}

/** A radio with its knobs. */
export interface Radio {
  readonly model: RadioModel;
  readonly state: RadioState;
  /** Changes some of it; what it cannot be is refused, in words, and nothing changes. */
  change(change: RadioChange): string | null;
  /** Sends a text, at its own keyer's speed or another; refused in modes in which it is not keyed. */
  key(text: string, by?: KeyedBy): string | null;
  /** Hears of each change, and of what is keyed; returns how to hear no more. */
  onChange(listener: (change: RadioChange) => void): () => void;
  /**
   * Who has it transmit, or is about to, is still there: from then on it ends what it sends soon after it hears no more
   * of him.
   */
  hold(): void;
  /** Ends what it sends, for whatever reason. */
  hush(): void;
}

/** Who carries what a radio sends, and tells how long it takes, seconds. */
export interface Carrier {
  send(frequencyHz: number, mode: AirMode, text: string, watts: number, speed?: number, more?: boolean): number;
  stop(): void;
}

/** So long after it was told last that somebody is there, milliseconds. */
const HOLD_MS = 1500;

const START: Omit<RadioState, "frequencyHz" | "secondHz" | "mode" | "antenna" | "watts" | "widthHz"> = {
  split: false,
  transmitting: false,
};

export function createRadio(model: RadioModel, frequencyHz: number, carrier: Carrier): Radio {
  let state: RadioState = {
    ...START,
    frequencyHz,
    secondHz: frequencyHz,
    mode: model.modes[0]!,
    widthHz: model.widths[0]!,
    watts: model.watts,
    antenna: model.antennas[0]!,
  };
  const listeners = new Set<(change: RadioChange) => void>();
  let ends: NodeJS.Timeout | undefined;
  let holds: NodeJS.Timeout | undefined;

  function faultOf(change: RadioChange): string | null {
    for (const hertz of [change.frequencyHz, change.secondHz])
      if (hertz !== undefined && !model.ranges.some(([low, high]) => hertz >= low && hertz <= high))
        return `${hertz} Hz is out of range`;
    if (change.mode !== undefined && !model.modes.includes(change.mode)) return `there is no mode ${change.mode}`;
    if (change.widthHz !== undefined && !model.widths.includes(change.widthHz))
      return `there is no filter of ${change.widthHz} Hz`;
    if (change.antenna !== undefined && !model.antennas.includes(change.antenna))
      return `there is no antenna ${change.antenna}`;
    if (change.watts !== undefined && !(change.watts >= 0 && change.watts <= model.watts))
      return `it has at most ${model.watts} W`;
    return null;
  }

  function transmitFor(seconds: number): void {
    clearTimeout(ends);
    ends = setTimeout(() => change({ transmitting: false }), Math.min(seconds, model.limit) * 1000);
  }

  function change(asked: RadioChange): string | null {
    const fault = faultOf(asked);
    if (fault !== null) return fault;
    const changed = Object.fromEntries(
      Object.entries(asked).filter(([key, value]) => value !== undefined && state[key as keyof RadioState] !== value),
    ) as Partial<RadioState>;
    if (Object.keys(changed).length === 0) return null;
    state = { ...state, ...changed };
    if (changed.transmitting === true) transmitFor(model.limit);
    if (changed.transmitting === false) {
      clearTimeout(ends);
      clearTimeout(holds);
      carrier.stop();
    }
    for (const listener of listeners) listener(changed);
    return null;
  }

  return {
    model,
    get state() {
      return state;
    },
    change,
    key(text, by) {
      const mode = by?.mode ?? "CW";
      if (state.mode !== mode) return `it is not in ${mode}`;
      const more = by?.more === true;
      // One at a time: what it was keying ends.
      if (state.transmitting && !more) carrier.stop();
      const where = state.split ? state.secondHz : state.frequencyHz;
      const lasts = carrier.send(where, mode, text, state.watts, by?.speed, more);
      change({ transmitting: true });
      // What keys it says when it ends.
      if (by === undefined) transmitFor(lasts);
      return null;
    },
    onChange(listener) {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    hold() {
      clearTimeout(holds);
      holds = setTimeout(() => change({ transmitting: false }), HOLD_MS);
    },
    hush: () => void change({ transmitting: false }),
  };
}
