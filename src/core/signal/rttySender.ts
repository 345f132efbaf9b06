import { createBaudotCoder, type SentSign } from "./baudot";
import { rttyLine, USUAL_BAUD } from "./rtty";

/** A sign as it goes out, from one time to another, seconds. */
export interface SignOut extends SentSign {
  readonly from: number;
  readonly to: number;
}

/** What goes on the line next. */
export interface RttyOut {
  /** From when on which tone stands on the line, seconds. */
  readonly tones: readonly { readonly at: number; readonly isMark: boolean }[];
  readonly signs: readonly SignOut[];
}

/** What sends a text in RTTY, sign by sign, which may be changed as long as it waits. */
export interface RttySender {
  /** Another text: what is on the line already stays. @param more it goes on when that is out */
  readonly change: (text: string, more: boolean) => void;
  /**
   * Puts the signs on the line that begin between two times, of which the first is now: what comes late begins late.
   * Between signs the line rests on mark.
   */
  readonly between: (now: number, time: number) => RttyOut;
  /** When the last sign ends, seconds; null as long as more waits or is to come. */
  readonly endsAt: () => number | null;
}

/**
 * @param text that can be printed: what the alphabet has not is left out
 * @param more it goes on when the text is out
 * @param begins when its first sign begins, seconds
 */
export function createRttySender(text: string, more: boolean, begins: number, baud = USUAL_BAUD): RttySender {
  const { code } = createBaudotCoder();
  let signs = [...text];
  let goesOn = more;
  let [gone, free] = [0, begins];

  return {
    change(wanted, isMore) {
      signs = [...signs.slice(0, gone), ...[...wanted].slice(gone)];
      goesOn = isMore;
    },
    between(now, time) {
      const tones: { at: number; isMark: boolean }[] = [];
      const out: SignOut[] = [];
      while (Math.max(free, now) < time && gone < signs.length) {
        const letter = signs[gone++]!;
        const codes = code(letter);
        const from = (free = Math.max(free, now));
        for (const { isMark, bits } of rttyLine(codes)) {
          tones.push({ at: free, isMark });
          free += bits / baud;
        }
        out.push({ letter, codes, from, to: free });
      }
      return { tones, signs: out };
    },
    endsAt: () => (goesOn || gone < signs.length ? null : free),
  };
}

/** Signs with the codes that were read from their sound, in place of those that were meant. */
export function signsRead(
  signs: readonly SignOut[],
  read: readonly { readonly code: number; readonly at: number }[],
  baud = USUAL_BAUD,
): SentSign[] {
  // A code is of the sign in which its start bit begins, give or take half a bit.
  const early = 0.5 / baud;
  return signs.map(({ letter, from, to }) => ({
    letter,
    codes: read.filter(({ at }) => at >= from - early && at < to - early).map(({ code }) => code),
  }));
}
