import type { Worker } from "node:worker_threads";

/** The first thing that a thread says; rejects where it fails, or ends before it has said anything. */
export function saidBy<Said>(worker: Worker): Promise<Said> {
  return new Promise((resolve, reject) => {
    worker.once("message", resolve);
    worker.once("error", reject);
    worker.once("exit", () => reject(new Error("it ended in the middle")));
  });
}
