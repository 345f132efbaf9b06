"use client";

import { useSyncExternalStore } from "react";

/** As the style sheet's `2xl`. */
const WIDE = "(min-width: 1536px)";

function subscribe(listener: () => void): () => void {
  const query = window.matchMedia(WIDE);
  query.addEventListener("change", listener);
  return () => query.removeEventListener("change", listener);
}

/** Whether panels have room to stand beside each other. */
export function useWide(): boolean {
  return useSyncExternalStore(
    subscribe,
    () => window.matchMedia(WIDE).matches,
    () => false,
  );
}
