import type { Actor } from "./actor";
import type { Store } from "./db/store";
import type { Finder } from "./logbook/finder";
import type { Reader } from "./reader/reader";
import type { LiveEvent } from "../core/contract";

/** What every service function works with: the database, what finds in it, who acts, the clock, and where changes are made known. */
export interface Context {
  readonly store: Store;
  readonly actor: Actor;
  readonly finder: Finder;
  readonly reader: Reader;
  /** Seconds since 1970 UTC. */
  now(): number;
  /** Runs `work`, which may not wait, as soon as nobody else writes. On the server's thread nothing is written without. */
  readonly write: <Result>(work: () => Result) => Promise<Result>;
  announce(event: LiveEvent): void;
}
