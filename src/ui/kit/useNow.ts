"use client";

import { useSyncExternalStore } from "react";
import { isoTime } from "@/core/contact";

const STEP_MS = 5000;

function subscribe(listener: () => void): () => void {
  const timer = setInterval(listener, STEP_MS);
  return () => clearInterval(timer);
}

/** The time, to some seconds; null while the page is not yet the browser's. */
export function useNow(): string | null {
  return useSyncExternalStore(
    subscribe,
    () => isoTime(Math.floor(Date.now() / STEP_MS) * (STEP_MS / 1000)),
    () => null,
  );
}
