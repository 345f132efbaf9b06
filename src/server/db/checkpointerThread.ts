import { closeSync, fdatasyncSync, openSync, statSync } from "node:fs";
import { workerData } from "node:worker_threads";
import type { CheckpointerOrder } from "./checkpointer";
import { CHECKPOINTER, gateOf } from "./door";
import { connect } from "./store";

const TICK_MS = 1000;
/** While something is written all the time, pages that change again and again are brought in once in so many ticks. */
const BUSY_TICKS = 2;
/** When what was written fills so many pages, those who write wait for the rest: a longer file makes reading slow. */
const MOST_PAGES = 8000;

const { databaseFile, cells } = workerData as CheckpointerOrder;
const gate = gateOf(cells, CHECKPOINTER);
const store = connect(databaseFile, { cacheMegabytes: 1, gate });
const written = `${databaseFile}-wal`;
let seen = 0;
let done = 0;
let busy = 0;

setInterval(() => {
  const changed = statSync(written, { throwIfNoEntry: false })?.mtimeMs ?? 0;
  if (changed === done) return;
  const isBusy = changed !== seen && ++busy < BUSY_TICKS;
  seen = changed;
  try {
    if (isBusy) return toDisk();
    busy = 0;
    const { pages, left } = store.checkpoint();
    if (left === 0) done = changed;
    else if (pages > MOST_PAGES) finish();
  } catch {
    // A full disk or another program in the way: what was written is safe where it is, until the next time.
  }
}, TICK_MS);

/** What jobs have written without waiting for the disk goes there now, so that whoever waits for it waits for little. */
function toDisk(): void {
  const handle = openSync(written, "r");
  try {
    fdatasyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/** The little that was written meanwhile; after that the file begins anew. */
function finish(): void {
  gate.enter();
  try {
    store.checkpoint();
  } finally {
    gate.leave();
  }
}
