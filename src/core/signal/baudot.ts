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

/**
 * A text as it goes out, shifts included; what the alphabet has not is left out. Whether the other end goes back to
 * letters with a space is its own habit: after a space among figures the shift is sent anew, which serves both.
 *
 * @param begun what the other end is in; null where that is not known, as after a pause
 */
export function baudotCodes(text: string, begun: Shift | null = null): number[] {
  const codes: number[] = [];
  let shift = begun;
  for (const sign of signsOf(text)) {
    const known = CODES.get(sign);
    if (known === undefined) continue;
    if (known.shift !== null && known.shift !== shift) {
      codes.push(known.shift === "letters" ? TO_LETTERS : TO_FIGURES);
      shift = known.shift;
    }
    codes.push(known.code);
    if (known.code === SPACE && shift === "figures") shift = null;
  }
  return codes;
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

/** What is printed of codes. */
export function printed(codes: readonly number[], unshifts: boolean): string {
  const { print } = createBaudotPrinter(unshifts);
  return codes.map(print).join("");
}
