import { Worker } from "node:worker_threads";
import type { KeyFiles } from "./keyFile";
import type { KeyFileOrder } from "./keyFileThread";

/** A file that takes longer is made to keep us busy: it asks for more rounds than anybody needs. */
const PATIENCE_MS = 30_000;

/** A password is hashed a hundred thousand times, which would keep everybody waiting: it is done in a thread. */
export const keyFilesApart: KeyFiles = {
  write: async (file, password) => {
    const made = await inThread<Uint8Array>({ write: file, password });
    if (made === null) throw new Error("a file of an identity could not be made in time");
    return made;
  },
  read: async (bytes, password) =>
    (await inThread({ read: bytes, password })) ?? {
      fault: "the file cannot be read in a sensible time: save it with another program",
      field: "file",
    },
};

/** Null where it takes too long. */
function inThread<Answer>(order: KeyFileOrder): Promise<Answer | null> {
  const worker = new Worker(new URL("./keyFileThread.ts", import.meta.url), { workerData: order });
  return new Promise<Answer | null>((resolve, reject) => {
    const patience = setTimeout(() => resolve(null), PATIENCE_MS);
    worker.once("message", resolve);
    worker.once("error", reject);
    worker.once("exit", () => {
      clearTimeout(patience);
      resolve(null);
    });
  }).finally(() => void worker.terminate());
}
