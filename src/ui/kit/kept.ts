"use client";

import { useSyncExternalStore } from "react";

/** Something that a browser keeps, and that several parts of the page, and all its windows, show. */
interface Kept<Value> {
  readonly get: () => Value;
  readonly set: (value: Value) => void;
  readonly subscribe: (listener: () => void) => () => void;
  readonly start: Value;
}

/**
 * @param storage where it is kept: for this browser, or for this window alone
 * @param read takes what was kept, or gives null for what is not understood
 */
export function kept<Value>(
  key: string,
  start: Value,
  storage: () => Storage,
  read: (data: unknown) => Value | null,
): Kept<Value> {
  const listeners = new Set<() => void>();
  let value: Value | undefined;

  function stored(): Value {
    try {
      return read(JSON.parse(storage().getItem(key) ?? "null")) ?? start;
    } catch {
      return start;
    }
  }
  /** Another window has kept something else. */
  function onStorage(event: StorageEvent): void {
    if (event.key !== key || event.storageArea !== storage()) return;
    value = undefined;
    for (const listener of listeners) listener();
  }
  return {
    start,
    get: () => (value ??= typeof window === "undefined" ? start : stored()),
    set(next) {
      value = next;
      storage().setItem(key, JSON.stringify(next));
      for (const listener of listeners) listener();
    },
    subscribe(listener) {
      if (listeners.size === 0) window.addEventListener("storage", onStorage);
      listeners.add(listener);
      return () => {
        listeners.delete(listener);
        if (listeners.size > 0) return;
        window.removeEventListener("storage", onStorage);
        // What another window keeps meanwhile is not heard of.
        value = undefined;
      };
    },
  };
}

export function useKept<Value>({ subscribe, get, start }: Kept<Value>): Value {
  return useSyncExternalStore(subscribe, get, () => start);
}
