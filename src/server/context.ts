import type { Actor } from "./actor";
import type { Store } from "./db/store";
import type { Finder } from "./logbook/finder";
import type { LiveEvent } from "../core/contract";

/** What every service function works with: the database, what finds in it, who acts, the clock, and where changes are made known. */
export interface Context {
  readonly store: Store;
  readonly actor: Actor;
  readonly finder: Finder;
  /** Seconds since 1970 UTC. */
  now(): number;
  announce(event: LiveEvent): void;
}
