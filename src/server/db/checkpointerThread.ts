import { statSync } from "node:fs";
import { workerData } from "node:worker_threads";
import type { CheckpointerOrder } from "./checkpointer";
import { CHECKPOINTER, gateOf } from "./door";
import { connect } from "./store";

const EVERY_MS = 250;
/** When what was written fills so many pages, those who write wait for the rest: a longer file makes reading slow. */
const MOST_PAGES = 4000;

const { databaseFile, cells } = workerData as CheckpointerOrder;
const gate = gateOf(cells, CHECKPOINTER);
const store = connect(databaseFile, { cacheMegabytes: 1, gate });
let seen = 0;

setInterval(() => {
  const changed = statSync(`${databaseFile}-wal`, { throwIfNoEntry: false })?.mtimeMs ?? 0;
  if (changed === seen) return;
  try {
    const { pages, left } = store.checkpoint();
    if (left === 0) seen = changed;
    else if (pages > MOST_PAGES) finish();
  } catch {
    // A full disk or another program in the way: what was written is safe where it is, until the next time.
  }
}, EVERY_MS);

/** The little that was written meanwhile; after that the file begins anew. */
function finish(): void {
  gate.enter();
  try {
    store.checkpoint();
  } finally {
    gate.leave();
  }
}
