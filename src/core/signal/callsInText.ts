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

type Heard = Pick<ReadLine, "text" | "sure" | "at">;

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
export function callsInText({ text, sure, at }: Heard): CallRead[] {
  const words = wordsOf(text, sure);
  const found = new Map<string, { times: number; isSender: boolean; last: number }>();
  for (const [nth, { word, isRead }] of words.entries()) {
    if (!isRead || !isCall(word, at)) continue;
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

/** The words behind the last call of a text, as far as they are whole and sure, without those of procedure. */
export function wordsBehindCall({ text, sure, at }: Heard): string[] {
  const words = wordsOf(text, sure).filter(({ isRead }) => isRead);
  const last = words.findLastIndex(({ word }) => isCall(word, at));
  return words
    .slice(last + 1)
    .map(({ word }) => word)
    .filter((word) => !PROCEDURE.has(word));
}

/** Said in every contact, and no part of an exchange. */
const PROCEDURE = new Set(
  "AGN AR B4 BK CFM CQ DE EE ES GA GE GL GM HI HW K KN NR OK PSE QRL R RR SK SN TEST TKS TNX TU UR VE 73 ?".split(" "),
);

interface HeardWord {
  readonly word: string;
  /** It is whole, and all of it is sure. */
  readonly isRead: boolean;
}

function wordsOf(text: string, sure: string): HeardWord[] {
  const words = [...text.matchAll(/\S+/g)];
  return words.map(({ 0: word, index }, nth) => {
    // The first one may have begun before the text did, and the last one may still be sent.
    const isWhole = index > 0 && (nth < words.length - 1 || text.endsWith(" "));
    const isSure = [...sure.slice(index, index + word.length)].every((digit) => Number(digit) >= LEAST_SURE);
    return { word, isRead: isWhole && isSure };
  });
}

function isCall(word: string, at: number): boolean {
  if (word.length < SHORTEST || !/\d/.test(word)) return false;
  const parsed = parseCallsign(word);
  return parsed.ok && resolve(parsed.callsign, at).entity !== null;
}
