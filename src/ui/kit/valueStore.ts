import { useSyncExternalStore } from "react";

/** A value that changes often, for those parts of a page that show it. */
export interface ValueStore<Value> {
  readonly get: () => Value;
  readonly set: (value: Value) => void;
  readonly subscribe: (listener: () => void) => () => void;
}

/** @param watched is done while somebody listens, and ends with what it gives */
export function createValueStore<Value>(start: Value, watched: () => () => void = () => () => {}): ValueStore<Value> {
  const listeners = new Set<() => void>();
  let value = start;
  let end = () => {};
  return {
    get: () => value,
    set(next) {
      value = next;
      for (const listener of listeners) listener();
    },
    subscribe(listener) {
      listeners.add(listener);
      if (listeners.size === 1) end = watched();
      return () => {
        if (!listeners.delete(listener) || listeners.size > 0) return;
        end();
      };
    },
  };
}

/** What is shown of a value. */
export type ValueShown<Value> = Pick<ValueStore<Value>, "get" | "subscribe">;

/** A part of a value: who asks is drawn anew when that part is another one. */
export function useValue<Value, Part>(store: ValueShown<Value>, select: (value: Value) => Part): Part {
  const read = () => select(store.get());
  return useSyncExternalStore(store.subscribe, read, read);
}
