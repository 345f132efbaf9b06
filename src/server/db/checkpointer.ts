import { Worker } from "node:worker_threads";

/** What the checkpointer's thread is given. */
export interface CheckpointerOrder {
  readonly databaseFile: string;
  readonly cells: SharedArrayBuffer;
}

/**
 * Brings what was written into the database's file, in a thread of its own: after a long job that takes so long that
 * whoever did it in passing would keep an operator waiting. Returns what ends it.
 */
export function startCheckpointer(order: CheckpointerOrder): () => Promise<number> {
  const worker = new Worker(new URL("./checkpointerThread.ts", import.meta.url), { workerData: order });
  worker.unref();
  return () => worker.terminate();
}
