import type { LiveEvent } from "../../core/contract";

export interface Hub {
  readonly announce: (event: LiveEvent) => void;
  /** Hears every event from now on; returns what ends it. */
  readonly listen: (listener: (event: LiveEvent) => void) => () => void;
}

export function createHub(): Hub {
  const listeners = new Set<(event: LiveEvent) => void>();
  return {
    announce(event) {
      for (const listener of listeners) listener(event);
    },
    listen(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}
