import { Worker } from "node:worker_threads";
import { type Door, REMOVER } from "../db/door";

/** What the thread is given. */
export interface RemoverOrder {
  readonly databaseFile: string;
  readonly cells: SharedArrayBuffer;
}

/** Removes what is left of deleted logbooks, without holding up anybody. */
export interface Remover {
  /** Begins, unless it is at it. */
  begin(): void;
  close(): Promise<void>;
}

export function createRemover(databaseFile: string, door: Door, fault: (error: unknown) => void): Remover {
  let worker: Worker | null = null;
  let again = false;

  function begin(): void {
    // One that is deleted while others go may have come too late for this time.
    if (worker !== null) {
      again = true;
      return;
    }
    again = false;
    const order: RemoverOrder = { databaseFile, cells: door.cells };
    worker = new Worker(new URL("./removerThread.ts", import.meta.url), { workerData: order });
    worker.unref();
    worker.on("error", fault);
    worker.on("exit", () => {
      worker = null;
      door.evict(REMOVER);
      if (again) begin();
    });
  }

  return {
    begin,
    async close() {
      again = false;
      await worker?.terminate();
    },
  };
}
