import { baudotCodes, shownCodes } from "@/core/signal";

/** A text as RTTY sends it, with its shifts: ↑ to figures, ↓ to letters, ⏎ a new line. */
export function ShiftedText({ text }: { text: string }) {
  return shownCodes(baudotCodes(text)).map(({ text: sign, isShift }, nth) => (
    <span key={nth} className={isShift ? "text-faint" : undefined} aria-hidden={isShift || undefined}>
      {sign}
    </span>
  ));
}

export const SHIFTS_SAID = "exactly as it goes out: ↑ to figures, ↓ to letters, ⏎ a new line";
