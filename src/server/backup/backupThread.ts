import { parentPort, workerData } from "node:worker_threads";
import { backupProblem } from "./backupProblem";
import { type BackupOrder, makeBackup } from "./makeBackup";

/** What the thread says when it ends. */
export type BackupEnd = { readonly name: string } | { readonly problem: string };

const end = await makeBackup(workerData as BackupOrder).then(
  (name): BackupEnd => ({ name }),
  (error: unknown): BackupEnd => ({ problem: backupProblem(error) }),
);
parentPort!.postMessage(end);
