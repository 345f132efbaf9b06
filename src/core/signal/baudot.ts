const NONE = "_";
/**
 * The International Telegraph Alphabet No. 2, ITU-T S.1: five units a sign, the first sent is the lowest bit, 1 is the
 * mark. What stands for national use, for a bell and for "who are you?" has no sign here.
 */
const LETTERS = "_E\nA SIU\rDRJNFCKTZLWHYPQOBG_MXV_";
const FIGURES = "_3\n- '87\r_4_,_:(5+)2_6019?__./=_";
const TO_FIGURES = 27;
const TO_LETTERS = 31;
const SPACE = 4;
/** What the keyboard says otherwise. */
const ALIKE: Readonly<Record<string, string>> = { "\u2019": "'", "\u2013": "-", "\t": " " };

type Shift = "letters" | "figures";

const CODES = new Map<string, { readonly code: number; readonly shift: Shift | null }>();
for (let code = 0; code < 32; code++) {
  const [letter, figure] = [LETTERS[code]!, FIGURES[code]!];
  if (letter === NONE) continue;
  if (letter === figure) CODES.set(letter, { code, shift: null });
  else {
    CODES.set(letter, { code, shift: "letters" });
    if (figure !== NONE) CODES.set(figure, { code, shift: "figures" });
  }
}

const signsOf = (text: string): string[] => [...text.toUpperCase()].map((sign) => ALIKE[sign] ?? sign);

/** The signs of a text that the alphabet has not, each once, as they are typed. */
export function unprintable(text: string): string[] {
  return [...new Set(signsOf(text).filter((sign) => !CODES.has(sign)))];
}

/** What sends text, a sign at a time. */
export interface BaudotCoder {
  /** The codes of a sign, the shift before it included where it needs one; none of what the alphabet has not. */
  readonly code: (sign: string) => readonly number[];
}

/**
 * Whether the other end goes back to letters with a space is its own habit: after a space among figures the shift is
 * sent anew, which serves both.
 *
 * @param begun what the other end is in; null where that is not known, as after a pause
 */
export function createBaudotCoder(begun: Shift | null = null): BaudotCoder {
  let shift = begun;
  return {
    code(sign) {
      const [known] = signsOf(sign).flatMap((one) => CODES.get(one) ?? []);
      if (known === undefined) return [];
      const shifts = known.shift !== null && known.shift !== shift;
      if (shifts) shift = known.shift;
      if (known.code === SPACE && shift === "figures") shift = null;
      return shifts ? [known.shift === "letters" ? TO_LETTERS : TO_FIGURES, known.code] : [known.code];
    },
  };
}

/** A text as it goes out, shifts included; what the alphabet has not is left out. */
export function baudotCodes(text: string, begun: Shift | null = null): number[] {
  const { code } = createBaudotCoder(begun);
  return [...text].flatMap(code);
}

/** Codes as they are shown before they go out: each sign, and where the shifts are. */
export function shownCodes(codes: readonly number[]): { readonly text: string; readonly isShift: boolean }[] {
  const { print } = createBaudotPrinter(false);
  return codes.map((code) => {
    const sign = print(code);
    if (code === TO_FIGURES || code === TO_LETTERS) return { text: code === TO_FIGURES ? "↑" : "↓", isShift: true };
    return sign === "\n" || sign === "\r"
      ? { text: sign === "\n" ? "⏎" : "", isShift: true }
      : { text: sign, isShift: false };
  });
}

/** What prints what comes, a code at a time. */
export interface BaudotPrinter {
  /** The sign of a code; "" where nothing is printed. */
  readonly print: (code: number) => string;
}

/** @param unshifts whether a space brings back the letters */
export function createBaudotPrinter(unshifts: boolean): BaudotPrinter {
  let shift: Shift = "letters";
  return {
    print(code) {
      if (code === TO_LETTERS || code === TO_FIGURES) {
        shift = code === TO_LETTERS ? "letters" : "figures";
        return "";
      }
      const sign = (shift === "letters" ? LETTERS : FIGURES)[code]!;
      if (code === SPACE && unshifts) shift = "letters";
      return sign === NONE ? "" : sign;
    },
  };
}

/** A sign as it was to go out, and the codes that went out for it. */
export interface SentSign {
  readonly letter: string;
  readonly codes: readonly number[];
}

/** Words that the other end prints otherwise than they were meant, by the one habit of printers or by the other. */
export function misprints(signs: readonly SentSign[]): { readonly meant: string; readonly prints: string }[] {
  const printers = [true, false].map(createBaudotPrinter);
  const found: { meant: string; prints: string }[] = [];
  let [meant, prints] = ["", ["", ""]];
  const ended = () => {
    const other = prints.find((one) => one !== meant);
    if (other !== undefined) found.push({ meant, prints: other });
    [meant, prints] = ["", ["", ""]];
  };
  for (const { letter, codes } of signs) {
    const all = printers.map(({ print }) => codes.map(print).join(""));
    const isSpace = letter.trim() === "";
    if (!isSpace) meant += letter;
    prints = prints.map((one, nth) => one + all[nth]!.trim());
    if (isSpace) ended();
  }
  ended();
  return found;
}

/** What is printed of codes. */
export function printed(codes: readonly number[], unshifts: boolean): string {
  const { print } = createBaudotPrinter(unshifts);
  return codes.map(print).join("");
}
