import { useSyncExternalStore } from "react";
import type { PictureTold } from "./pictureWork";

/** What is heard, a few times a second, for those parts of a picture that show it. */
export interface HeardStore {
  readonly get: () => PictureTold | null;
  readonly set: (told: PictureTold | null) => void;
  readonly subscribe: (listener: () => void) => () => void;
}

export function createHeardStore(): HeardStore {
  const listeners = new Set<() => void>();
  let told: PictureTold | null = null;
  return {
    get: () => told,
    set(next) {
      told = next;
      for (const listener of listeners) listener();
    },
    subscribe: (listener) => (listeners.add(listener), () => listeners.delete(listener)),
  };
}

/** A part of what is heard: who asks is drawn anew when that part is another one. */
export function useHeard<Value>(store: HeardStore, select: (told: PictureTold | null) => Value): Value {
  const read = () => select(store.get());
  return useSyncExternalStore(store.subscribe, read, read);
}
