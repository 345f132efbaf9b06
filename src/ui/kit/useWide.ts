"use client";

import { useSyncExternalStore } from "react";

/** As the style sheet's `2xl`, and below its `lg`. */
const WIDE = "(min-width: 1536px)";
const NARROW = "(max-width: 1023.98px)";

function useMedia(media: string): boolean {
  return useSyncExternalStore(
    (listener) => {
      const query = window.matchMedia(media);
      query.addEventListener("change", listener);
      return () => query.removeEventListener("change", listener);
    },
    () => window.matchMedia(media).matches,
    () => false,
  );
}

/** Whether panels have room to stand beside each other. */
export function useWide(): boolean {
  return useMedia(WIDE);
}

/** Whether there is room for one thing beside another at all. */
export function useNarrow(): boolean {
  return useMedia(NARROW);
}
