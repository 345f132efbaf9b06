import { heardExchange, type Rules } from "../contest";
import { editDistance } from "../reference";

/** How well a word of ours fits a call: 1 where it is that call, less where it is a part of it or nearly it, 0 where not. */
export function fits(word: string, call: string): number {
  if (word === call) return 1;
  const part = word.replace(/\?/g, "");
  if (part.length >= 2 && call.includes(part)) return 0.5 + (0.4 * part.length) / call.length;
  if (word.includes("?") && part.length >= 2 && fitsWithGap(word, call)) return 0.5;
  return part.length >= 4 && editDistance(part, call) === 1 ? 0.6 : 0;
}

/** "LU?QTA": what stands where one did not hear. */
function fitsWithGap(word: string, call: string): boolean {
  const [first = "", ...rest] = word.split(/\?+/);
  const last = rest.at(-1) ?? "";
  return call.startsWith(first) && call.endsWith(last) && call.length > first.length + last.length;
}

/** What we sent, as who hears it understands it. */
export interface Meaning {
  /** Everybody is called. */
  readonly calls: boolean;
  /** Thanks: what went before is over. */
  readonly ends: boolean;
  /** Something is to be sent again. */
  readonly asks: boolean;
  /** It is to be sent slower. */
  readonly slower: boolean;
  /** Our own call is in it. */
  readonly named: boolean;
  /** Whether our exchange is in it: all of it, some of it, or nothing. */
  readonly exchange: "whole" | "part" | "none";
  readonly words: readonly string[];
}

const ENDS = new Set(["TU", "73", "EE", "TNX"]);
const SLOWER = /^QRS\??$/;
const ASKS = /^(AGN|NR|CL|CALL|RPT|PSE)\??$|^\?+$|^\S+\?$/;

/** Who is asked to be slower takes so much of his speed. */
const SLOWED = 0.75;
/** Slower than so many words a minute nobody is. */
const SLOWEST = 8;

/** The speed of somebody who is asked to be slower. */
export function slowed(speed: number): number {
  return Math.max(SLOWEST, Math.round(speed * SLOWED));
}

/** @param theirs the calls of those who may be meant */
export function meaningOf(rules: Rules, ownCall: string, at: number, text: string, theirs: readonly string[]): Meaning {
  const sent = text.toUpperCase().split(/\s+/).filter(Boolean);
  const words = sent.filter((word) => !SLOWER.test(word));
  const slower = words.length < sent.length;
  const rest = words.filter((word) => !theirs.some((call) => fits(word, call) > 0) && word !== ownCall);
  const whole = heardExchange(rules, ownCall, at, words.filter((word) => !ENDS.has(word)).join(" "), [
    ownCall,
    ...words.filter((word) => theirs.some((call) => fits(word, call) > 0)),
  ]);
  return {
    calls: words.includes("CQ") || words.includes("TEST"),
    ends: words.some((word) => ENDS.has(word)),
    asks: slower || words.some((word) => ASKS.test(word)),
    slower,
    named: words.includes(ownCall),
    exchange: whole !== null ? "whole" : rest.some((word) => /^[\dNT]{2,}$/.test(word)) ? "part" : "none",
    words,
  };
}
