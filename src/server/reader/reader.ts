import { Worker } from "node:worker_threads";
import { askThread } from "../askThread";
import type { Store } from "../db/store";
import { LOOKS, type Looks } from "./looks";

/** Looks at whole logs without holding up who asks. */
export interface Reader {
  look<What extends keyof Looks>(what: What, request: Parameters<Looks[What]>[1]): Promise<ReturnType<Looks[What]>>;
  close(): void;
}

/** What the thread is asked. */
export interface ReaderQuestion {
  readonly what: keyof Looks;
  readonly request: never;
}

/** A reader in a thread of its own, which begins with the first look. */
export function createReader(databaseFile: string): Reader {
  const thread = askThread<{ readonly what: keyof Looks; readonly request: unknown }>(
    () => new Worker(new URL("./readerThread.ts", import.meta.url), { workerData: { databaseFile } }),
  );
  return { look: (what, request) => thread.ask({ what, request }), close: () => thread.close() };
}

/** A reader in the thread that asks; for jobs, which have a thread of their own, and tests. */
export function localReader(store: Store): Reader {
  return {
    look: <What extends keyof Looks>(what: What, request: Parameters<Looks[What]>[1]) =>
      Promise.resolve(LOOKS[what](store, request as never) as ReturnType<Looks[What]>),
    close: () => {},
  };
}
