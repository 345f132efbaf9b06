import { Worker } from "node:worker_threads";
import type { KnownCall } from "../../core/callsign";
import type { DayCount } from "../../core/identity";
import type { DaysRequest } from "./days";
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
  /** How many contacts of each of our calls a log has on each day. */
  days(request: DaysRequest): Promise<DayCount[]>;
  /** Gives back the memory of what is remembered; the next search reads it anew. */
  forget(): void;
  close(): void;
}

/** What goes to the thread and back. */
export interface FinderOrder {
  readonly number: number;
  readonly find?: FindRequest;
  readonly hints?: HintRequest;
  readonly days?: DaysRequest;
}
export type FinderAnswer =
  | { readonly number: number; readonly found: Found | KnownCall[] | DayCount[] }
  | { readonly number: number; readonly fault: string };

/** A finder in a thread of its own, which begins with the first search: a filter may have to look at every contact. */
export function createFinder(databaseFile: string): Finder {
  let worker: Worker | null = null;
  let last = 0;
  const open = new Map<number, { resolve: (found: never) => void; reject: (error: Error) => void }>();

  function begin(): Worker {
    const begun = new Worker(new URL("./finderThread.ts", import.meta.url), { workerData: { databaseFile } });
    begun.unref();
    begun.on("message", (answer: FinderAnswer) => {
      const asker = open.get(answer.number);
      open.delete(answer.number);
      if ("found" in answer) asker?.resolve(answer.found as never);
      else asker?.reject(new Error(answer.fault));
    });
    begun.on("error", (error: Error) => {
      worker = null;
      for (const { reject } of open.values()) reject(error);
      open.clear();
    });
    return begun;
  }

  function ask<Answer>(question: Omit<FinderOrder, "number">): Promise<Answer> {
    worker ??= begin();
    const number = ++last;
    const order: FinderOrder = { number, ...question };
    return new Promise<Answer>((resolve, reject) => {
      open.set(number, { resolve, reject });
      worker!.postMessage(order);
    });
  }

  return {
    find: (request) => ask({ find: request }),
    hints: (request) => ask({ hints: request }),
    days: (request) => ask({ days: request }),
    forget() {
      if (open.size > 0) return;
      void worker?.terminate();
      worker = null;
    },
    close() {
      void worker?.terminate();
    },
  };
}
