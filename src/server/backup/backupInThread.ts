import { Worker } from "node:worker_threads";
import { backupFile, backupName, dropUnfinished } from "./backupFolder";
import { backupProblem } from "./backupProblem";
import type { BackupEnd } from "./backupThread";
import type { BackupOrder } from "./makeBackup";

/** Makes a backup to its end; once the signal is aborted nobody waits for it, and nothing of it stays. */
export type BackUp = (order: BackupOrder, signal?: AbortSignal) => Promise<BackupEnd>;

/** Makes a backup in a thread of its own. */
export const backupInThread: BackUp = (order, signal) => {
  const worker = new Worker(new URL("./backupThread.ts", import.meta.url), { workerData: order });
  return new Promise((settle) => {
    const stop = () => {
      settle({ problem: "it was cancelled" });
      void worker.terminate().then(() => dropUnfinished(backupFile(order.folder, backupName(order.at, order.why))));
    };
    signal?.addEventListener("abort", stop);
    worker.once("message", (end: BackupEnd) => settle(end));
    worker.once("error", (error) => settle({ problem: backupProblem(error) }));
    worker.once("exit", () => {
      signal?.removeEventListener("abort", stop);
      settle({ problem: "it ended before the backup was made" });
    });
  });
};
