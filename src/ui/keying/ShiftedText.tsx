import { baudotCodes, shownCodes } from "@/core/signal";

/**
 * A text as RTTY sends it, with its shifts: ↑ to figures, ↓ to letters, ⏎ a new line.
 *
 * @param after what has gone out before it, which is not shown
 */
export function ShiftedText({ text, after = "" }: { text: string; after?: string }) {
  const before = baudotCodes(after).length;
  return shownCodes(baudotCodes(after + text))
    .slice(before)
    .map(({ text: sign, isShift }, nth) => (
      <span key={nth} className={isShift ? "text-soft" : undefined} aria-hidden={isShift || undefined}>
        {sign}
      </span>
    ));
}

export const SHIFTS_SAID = "exactly as it goes out: ↑ to figures, ↓ to letters, ⏎ a new line";
