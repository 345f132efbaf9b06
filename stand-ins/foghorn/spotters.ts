import type { Random } from "../../src/core/random";

/** Who listens to the air and announces what he hears. */
export interface Spotter {
  readonly call: string;
  readonly grid: string;
  /** A receiver announces whatever it reads, with figures; people what they like, with words. */
  readonly isReceiver: boolean;
  /** How far its clock is wrong, minutes. */
  readonly clock: number;
}

const spotter = (call: string, grid: string, isReceiver: boolean, clock = 0): Spotter => ({
  call,
  grid,
  isReceiver,
  clock,
});

/** In several continents; all of them made up. */
export const SPOTTERS: readonly Spotter[] = [
  spotter("LU5QTN", "GF05", true),
  spotter("W3QUS", "FM19", true),
  spotter("DL2QRX", "JO31", true),
  spotter("JA1QTR", "PM95", true),
  spotter("ZL2QSP", "RE78", true),
  spotter("CX7QRL", "GF15", false),
  spotter("PY2QTD", "GG66", false),
  spotter("EA4QSJ", "IN80", false),
  spotter("K9QUE", "EN52", false, -60),
  spotter("VK3QRB", "QF22", false),
  spotter("ZS1QTK", "JF96", false),
  spotter("G3QSV", "IO91", false),
];

const REMARKS = ["", "", "", "tnx qso", "599 here", "loud", "calling CQ", "good sig", "first on this band, très bien"];

/** What a person writes beside a station. */
export function remarkBy(random: Random, mode: string): string {
  return random.chance(0.3) ? `${mode} ${random.pick(REMARKS)}`.trim() : random.pick(REMARKS);
}

/** What a receiver writes: how strong, and in Morse how fast. */
export function reportBy(mode: string, over: number, speed: number | null): string {
  return `${mode} ${Math.round(over)} dB${speed === null ? "" : ` ${Math.round(speed)} wpm`} CQ`;
}
