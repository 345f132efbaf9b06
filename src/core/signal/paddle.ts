import { dotLength, letterOfCode } from "./morse";

/** What a paddle's two sides make. */
export type PaddleSide = "dot" | "dash";

/** The marks and letters that have come since the last look. Times are milliseconds. */
interface PaddleMade {
  readonly down: readonly { readonly from: number; readonly to: number }[];
  /** Letters that are whole, and spaces between words; "*" for a code that no letter has. */
  readonly text: string;
}

export interface Paddle {
  readonly press: (side: PaddleSide, at: number) => void;
  readonly release: (side: PaddleSide, at: number) => void;
  /** Makes what is due up to a time. */
  readonly made: (to: number) => PaddleMade;
  /** When the last mark ends; null before the first. */
  readonly lastEnd: () => number | null;
}

const CODE = { dot: ".", dash: "-" } as const;
/** A pause of so many dots ends a letter, and one of so many a word; between what is meant and the next longer one. */
const LETTER_DOTS = 2;
const WORD_DOTS = 5;

/**
 * Keys as a paddle does: a side that is held repeats its element, both held alternate, and a side that is touched while
 * the other's element goes out is remembered.
 *
 * @param speed words a minute
 */
export function createPaddle(speed: () => number): Paddle {
  const held = new Set<PaddleSide>();
  let touched: PaddleSide | null = null;
  let last: PaddleSide = "dash";
  /** When the next element may begin, and when the last one ended. */
  let readyAt = 0;
  let endedAt: number | null = null;
  let code = "";
  let isWordOpen = false;

  function next(): PaddleSide | null {
    const other = last === "dot" ? "dash" : "dot";
    if (touched !== null) return touched;
    if (held.size === 2) return other;
    return [...held][0] ?? null;
  }
  /** Letters and words that are over at a time. */
  function closed(at: number): string {
    if (endedAt === null) return "";
    const pause = (at - endedAt) / dotLength(speed());
    let text = "";
    if (code !== "" && pause >= LETTER_DOTS) {
      text += letterOfCode(code) ?? "*";
      code = "";
      isWordOpen = true;
    }
    if (isWordOpen && pause >= WORD_DOTS) {
      text += " ";
      isWordOpen = false;
    }
    return text;
  }

  return {
    press(side, at) {
      held.add(side);
      if (readyAt <= at && touched === null) readyAt = at;
      touched = side;
    },
    release: (side) => void held.delete(side),
    made(to) {
      const down: { from: number; to: number }[] = [];
      let text = "";
      for (let side = next(); side !== null && readyAt <= to; side = next()) {
        text += closed(readyAt);
        const from = readyAt;
        const ends = from + dotLength(speed()) * (side === "dot" ? 1 : 3);
        down.push({ from, to: ends });
        code += CODE[side];
        if (touched === side) touched = null;
        last = side;
        endedAt = ends;
        readyAt = ends + dotLength(speed());
      }
      return { down, text: text + closed(to) };
    },
    lastEnd: () => endedAt,
  };
}
