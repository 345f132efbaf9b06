import { unprintable } from "./baudot";
import { unkeyable } from "./morse";

/** In what a text can be keyed. */
export const KEYED_MODES = ["CW", "RTTY"] as const;
export type KeyedMode = (typeof KEYED_MODES)[number];

/** A way to key texts: all that is said of it. */
interface KeyedWay {
  readonly name: string;
  /** The signs of a text that it has not, each once. */
  readonly odd: (text: string) => string[];
  /** What stands before a text and behind it, so that neither runs into what was printed before and after. */
  readonly lead: string;
  readonly tail: string;
}

export const KEYED: Readonly<Record<KeyedMode, KeyedWay>> = {
  CW: { name: "Morse", odd: unkeyable, lead: "", tail: "" },
  RTTY: { name: "RTTY", odd: unprintable, lead: "\r\n", tail: " " },
};

/** A message as it is sent; "" of nothing. */
export function asKeyed(mode: KeyedMode, text: string): string {
  const { lead, tail } = KEYED[mode];
  return text.trim() === "" ? "" : lead + text.trim() + tail;
}
