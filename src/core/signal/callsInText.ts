import { parseCallsign } from "../callsign";
import { resolve } from "../entity";
import type { ReadLine } from "./readers";

/** A call that stands in a text that was read. */
export interface CallRead {
  readonly call: string;
  /** How often it stands there. */
  readonly times: number;
  /** It stands behind DE or before K, where somebody calls CQ, or twice: it is the sender's own. */
  readonly isSender: boolean;
}

/** A letter that is less sure, 0 to 9, makes no call. */
const LEAST_SURE = 4;
/** What stands before one's own call, and behind it. */
const [BEFORE, BEHIND] = [new Set(["DE", "CQ", "TEST"]), new Set(["K", "KN", "TEST", "CQ", "PSE"])];
/** A call that is shorter is as a rule a part of one. */
const SHORTEST = 4;

/**
 * The calls in what was read, senders first, and of these the one that was read last. Only what has the form of a call,
 * belongs to an entity, and is whole.
 *
 * @param at when it was read, seconds since 1970
 */
export function callsInText({ text, sure, at }: Pick<ReadLine, "text" | "sure" | "at">): CallRead[] {
  const words = [...text.matchAll(/\S+/g)].map(({ 0: word, index }) => ({ word, index }));
  const found = new Map<string, { times: number; isSender: boolean; last: number }>();
  for (const [nth, { word, index }] of words.entries()) {
    // The first one may have begun before the text did, and the last one may still be sent.
    const isWhole = index > 0 && (nth < words.length - 1 || text.endsWith(" "));
    if (!isWhole || word.length < SHORTEST || !/\d/.test(word)) continue;
    const isSure = [...sure.slice(index, index + word.length)].every((digit) => Number(digit) >= LEAST_SURE);
    if (!isSure || !isOfSomewhere(word, at)) continue;
    const known = found.get(word) ?? { times: 0, isSender: false, last: 0 };
    const before = words[nth - 1]?.word;
    const behind = words[nth + 1]?.word;
    known.times++;
    known.last = nth;
    known.isSender ||= before === word || BEFORE.has(before ?? "") || BEHIND.has(behind ?? "");
    found.set(word, known);
  }
  return [...found]
    .sort(([, one], [, other]) => Number(other.isSender) - Number(one.isSender) || other.last - one.last)
    .map(([call, { times, isSender }]) => ({ call, times, isSender }));
}

function isOfSomewhere(word: string, at: number): boolean {
  const parsed = parseCallsign(word);
  return parsed.ok && resolve(parsed.callsign, at).entity !== null;
}
