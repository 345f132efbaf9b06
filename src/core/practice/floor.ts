import type { Rules } from "../contest";
import type { Random } from "../random";
import type { Emission, PracticeSettings, Truth } from "./run";

/** Where one practises; nobody else is there. */
export const PRACTICE_HZ = 14_030_000;

/** What goes on, for who is told what to do next. */
export type PracticePhase =
  /** Nobody has called, or nobody is heard. */
  | "quiet"
  /** Somebody calls us, or calls on his frequency. */
  | "called"
  /** Somebody has missed our exchange, or a part of it. */
  | "asks"
  /** Somebody has sent us his exchange, and waits. */
  | "sent";

/** What the air lends to those who are on it. */
export interface Floor {
  readonly random: Random;
  readonly settings: PracticeSettings;
  readonly rules: Rules;
  readonly ownCall: string;
  /** When the run began, seconds since 1970. */
  readonly startedAt: number;
  readonly at: (time: number, act: (time: number) => void) => void;
  /** Somebody sends; when it ends. */
  readonly send: (who: Omit<Emission, "from" | "to" | "text">, text: string, from: number) => number;
  /** Whether we send just now. */
  readonly weSend: () => boolean;
  readonly tuned: () => number;
  readonly made: (truth: Truth) => void;
}

/** Those who are on the air with us. */
export interface Crowd {
  /** We have sent something. */
  readonly heard: (text: string, from: number, to: number) => void;
  readonly phase: () => PracticePhase;
  readonly places: () => number[];
  /** Those who have sent us their exchange and were not thanked, or not answered, yet. */
  readonly open: (at: number) => Truth[];
}
