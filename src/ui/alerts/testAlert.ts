"use client";

import { useSyncExternalStore } from "react";
import type { AlertFacts } from "@/core/alert";

/** What is called for a test. */
export const TEST_ALERT: AlertFacts = {
  call: "P5QUZ",
  frequencyHz: 14_025_000,
  band: "20m",
  mode: "CW",
  submode: null,
  why: "this is a test",
  chance: "good",
  reason: "you asked for it",
};

const listeners = new Set<() => void>();
let shown = false;

/** Shows an alert on the page for a test, until it is put aside. */
export function showTestAlert(on: boolean): void {
  shown = on;
  for (const listener of listeners) listener();
}

/** Whether a test is shown on the page. */
export function useTestAlert(): boolean {
  return useSyncExternalStore(
    subscribe,
    () => shown,
    () => false,
  );
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}
