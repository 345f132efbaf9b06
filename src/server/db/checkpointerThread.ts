import { statSync } from "node:fs";
import { workerData } from "node:worker_threads";
import type { CheckpointerOrder } from "./checkpointer";
import { CHECKPOINTER, gateOf } from "./door";
import { connect } from "./store";

const EVERY_MS = 500;
/** When so many pages are left, those who write wait for the rest of them: 64 MB. */
const MOST_LEFT = 16_000;

const { databaseFile, cells } = workerData as CheckpointerOrder;
const gate = gateOf(cells, CHECKPOINTER);
const store = connect(databaseFile, { cacheMegabytes: 1, gate });
let seen = 0;

setInterval(() => {
  const changed = statSync(`${databaseFile}-wal`, { throwIfNoEntry: false })?.mtimeMs ?? 0;
  if (changed === seen) return;
  try {
    let left = store.checkpoint();
    if (left > MOST_LEFT) {
      // The second time there is only what was written during the first.
      store.checkpoint();
      gate.enter();
      try {
        left = store.checkpoint();
      } finally {
        gate.leave();
      }
    }
    if (left === 0) seen = changed;
  } catch {
    // A full disk or another program in the way: what was written is safe where it is, until the next time.
  }
}, EVERY_MS);
