import { parentPort, workerData } from "node:worker_threads";
import { type KeyFile, readKeyFile, type ReadKeyFile, writeKeyFile } from "./keyFile";

/** What is to be done with a file, under a password. */
export type KeyFileOrder = { readonly password: string } & (
  { readonly write: KeyFile } | { readonly read: Uint8Array<ArrayBuffer> }
);

const order = workerData as KeyFileOrder;
const answer: Uint8Array | ReadKeyFile =
  "write" in order ? await writeKeyFile(order.write, order.password) : await readKeyFile(order.read, order.password);
parentPort!.postMessage(answer);
