import { parentPort, workerData } from "node:worker_threads";
import { gateOf, ticketOf } from "../db/door";
import { connect, WRITER_CACHE } from "../db/store";
import { localFinder } from "../logbook/localFinder";
import { localReader } from "../reader/reader";
import { doJob, type JobMeans } from "./work";
import type { Actor } from "../actor";

/** What the supervisor hands to a worker thread. */
export interface WorkerOrder {
  readonly databaseFile: string;
  /** The door's state; see db/door.ts. */
  readonly cells: SharedArrayBuffer;
  readonly jobId: number;
  /** Who asked for it. */
  readonly actor: Actor;
  readonly means: JobMeans;
}

const order = workerData as WorkerOrder;
const port = parentPort!;
const abort = new AbortController();
port.on("message", (message) => {
  if (message === "cancel") abort.abort();
});
const gate = gateOf(order.cells, ticketOf(order.jobId));
const store = connect(order.databaseFile, { cacheMegabytes: WRITER_CACHE, gate });
try {
  await doJob(
    {
      store,
      finder: localFinder(store),
      reader: localReader(store),
      actor: order.actor,
      now: () => Math.floor(Date.now() / 1000),
      announce: (event) => port.postMessage(event),
      write: async (work) => work(),
    },
    order.jobId,
    abort.signal,
    order.means,
  );
} finally {
  store.close();
  port.close();
}
