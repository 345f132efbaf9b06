/** ITU-R M.1677-1; "." and "-". */
const CODE: Readonly<Record<string, string>> = Object.fromEntries(
  (
    "A.- B-... C-.-. D-.. E. F..-. G--. H.... I.. J.--- K-.- L.-.. M-- N-. O--- P.--. Q--.- R.-. S... T- U..- V...- W.-- " +
    "X-..- Y-.-- Z--.. 0----- 1.---- 2..--- 3...-- 4....- 5..... 6-.... 7--... 8---.. 9----. /-..-. ?..--.. ,--..-- ..-.-.- " +
    "=-...- +.-.-. @.--.-. '.----. (-.--. )-.--.- :---... \".-..-. --....- ×-..- É..-.."
  )
    .split(" ")
    .map((entry) => [entry[0]!, entry.slice(1)]),
);

/** The sign of multiplication is an X. */
const LETTERS = new Map(
  Object.entries(CODE)
    .filter(([letter]) => letter !== "×")
    .map(([letter, code]) => [code, letter]),
);

/** The letter of a code of "." and "-"; undefined where there is none. */
export function letterOfCode(code: string): string | undefined {
  return LETTERS.get(code);
}

/** How Morse is keyed. */
export interface Keying {
  /** Words a minute of the standard word PARIS, 5 to 60. */
  readonly speed: number;
  /** How long an element is against the pause inside a letter, per cent: 50 is even, more is heavier. */
  readonly weight: number;
  /** The pause between words, in dots; 7 by the recommendation. */
  readonly wordSpace: number;
}

export const USUAL_KEYING: Keying = { speed: 26, weight: 50, wordSpace: 7 };
export const SLOWEST = 5;
export const FASTEST = 60;

/** A letter as it goes out: when the key is down, milliseconds from the letter's start, and when the next may begin. */
export interface KeyedLetter {
  readonly letter: string;
  readonly down: readonly { readonly from: number; readonly to: number }[];
  /** Until the next letter begins, the pause after this one included. */
  readonly lasts: number;
}

/** The length of a dot, milliseconds: the standard word has 50 of them. */
export function dotLength(speed: number): number {
  return 1200 / Math.min(FASTEST, Math.max(SLOWEST, speed));
}

/**
 * A text as it is keyed, letter by letter. A space is a letter of its own that fills the pause up to that of words; a
 * letter that Morse has not is left out.
 */
export function keyed(text: string, keying: Keying): KeyedLetter[] {
  const dot = dotLength(keying.speed);
  // Weighting lengthens each element by what it takes from the pause after it; the rhythm stays.
  const heavier = (Math.min(75, Math.max(25, keying.weight)) / 50 - 1) * dot;
  return lettersOf(text).flatMap((letter): KeyedLetter[] => {
    if (letter === " ") return [{ letter, down: [], lasts: Math.max(0, keying.wordSpace - 3) * dot }];
    const code = CODE[letter];
    if (code === undefined) return [];
    let at = 0;
    const down = [...code].map((element) => {
      const length = (element === "-" ? 3 : 1) * dot;
      const from = at;
      at += length + dot;
      return { from, to: from + length + heavier };
    });
    return [{ letter, down, lasts: at + 2 * dot }];
  });
}

/** How long a text takes, milliseconds. */
export function keyingTime(text: string, keying: Keying): number {
  return keyed(text, keying).reduce((sum, { lasts }) => sum + lasts, 0);
}

/** The letters of a text that Morse has no sign for. */
export function unkeyable(text: string): string[] {
  return [...new Set(lettersOf(text).filter((letter) => letter !== " " && CODE[letter] === undefined))];
}

/** A letter with its accent is one, however it is written. */
function lettersOf(text: string): string[] {
  return [...text.normalize("NFC").toUpperCase()];
}
