import { randomUUID } from "node:crypto";
import type { LiveEvent } from "../../core/contract";

export interface Hub {
  readonly announce: (event: LiveEvent) => void;
  /** Hears every event from now on; returns what ends it. */
  readonly listen: (listener: (event: LiveEvent) => void) => () => void;
  /** How far has been told: between two equal marks nothing happened but what passes. */
  readonly mark: () => string;
}

/** What comes all the time, and is asked for whole by who begins to listen. */
const PASSING: ReadonlySet<LiveEvent["type"]> = new Set(["link", "spots"]);

export function createHub(): Hub {
  const listeners = new Set<(event: LiveEvent) => void>();
  const id = randomUUID();
  let told = 0;
  return {
    announce(event) {
      if (!PASSING.has(event.type)) told++;
      for (const listener of listeners) listener(event);
    },
    listen(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    mark: () => `${id}.${told}`,
  };
}
