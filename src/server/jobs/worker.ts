import { parentPort, workerData } from "node:worker_threads";
import type { ServiceAccess } from "../confirm/lantern";
import { connect, WRITER_CACHE } from "../db/store";
import { localFinder } from "../logbook/localFinder";
import { doJob } from "./work";
import type { Actor } from "../actor";

/** What the supervisor hands to a worker thread. */
export interface WorkerOrder {
  readonly databaseFile: string;
  readonly jobId: number;
  readonly actor: Actor;
  readonly lantern: ServiceAccess;
}

const order = workerData as WorkerOrder;
const port = parentPort!;
const abort = new AbortController();
port.on("message", (message) => {
  if (message === "cancel") abort.abort();
});
const store = connect(order.databaseFile, WRITER_CACHE);
try {
  await doJob(
    {
      store,
      finder: localFinder(store),
      actor: order.actor,
      now: () => Math.floor(Date.now() / 1000),
      announce: (event) => port.postMessage(event),
    },
    order.jobId,
    abort.signal,
    order.lantern,
  );
} finally {
  store.close();
  port.close();
}
