import { Worker } from "node:worker_threads";
import { backupFile, backupName, dropUnfinished } from "./backupFolder";
import { backupProblem } from "./backupProblem";
import type { BackupEnd } from "./backupThread";
import type { BackupOrder } from "./makeBackup";
import { saidBy } from "../saidBy";

/** Makes a backup to its end; once the signal is aborted nobody waits for it, and nothing of it stays. */
export type BackUp = (order: BackupOrder, signal?: AbortSignal) => Promise<BackupEnd>;

/** Makes a backup in a thread of its own. */
export const backupInThread: BackUp = async (order, signal) => {
  const worker = new Worker(new URL("./backupThread.ts", import.meta.url), { workerData: order });
  const ended = new AbortController();
  const cancelled = new Promise<BackupEnd>((settle) => {
    const stop = () => {
      settle({ problem: "it was cancelled" });
      void worker.terminate().then(() => dropUnfinished(backupFile(order.folder, backupName(order.at, order.why))));
    };
    signal?.addEventListener("abort", stop, { signal: ended.signal });
  });
  const made = saidBy<BackupEnd>(worker).catch((error: unknown) => ({ problem: backupProblem(error) }));
  return Promise.race([made, cancelled]).finally(() => ended.abort());
};
