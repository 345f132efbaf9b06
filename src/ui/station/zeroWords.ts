import type { Logbook } from "@/core/contract";

/** How the digit zero is drawn, in words. */
export const ZERO_WORDS: Readonly<Record<Logbook["zero"], string>> = {
  slashed: "zero with a slash",
  plain: "zero without a slash",
};
