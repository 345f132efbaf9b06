import { Worker } from "node:worker_threads";
import type { KnownCall } from "../../core/callsign";
import { askThread } from "../askThread";
import type { Found, Search } from "./search";

interface FindRequest {
  readonly search: Search;
  readonly now: number;
  readonly offset: number;
  readonly limit: number;
}

export interface HintRequest {
  readonly logbookId: number;
  readonly like: string;
  readonly most: number;
}

/** Finds contacts without holding up who asks. */
export interface Finder {
  find(request: FindRequest): Promise<Found>;
  /** Calls of a logbook that fit what is typed so far. */
  hints(request: HintRequest): Promise<KnownCall[]>;
  /** Gives back the memory of what is remembered; the next search reads it anew. */
  forget(): void;
  close(): void;
}

/** What the thread is asked. */
export type FinderQuestion = { readonly find: FindRequest } | { readonly hints: HintRequest };

/** A finder in a thread of its own, which begins with the first search: a filter may have to look at every contact. */
export function createFinder(databaseFile: string): Finder {
  const thread = askThread<FinderQuestion>(
    () => new Worker(new URL("./finderThread.ts", import.meta.url), { workerData: { databaseFile } }),
  );
  return {
    find: (request) => thread.ask({ find: request }),
    hints: (request) => thread.ask({ hints: request }),
    forget: () => thread.forget(),
    close: () => thread.close(),
  };
}
