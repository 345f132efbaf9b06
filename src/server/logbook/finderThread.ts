import { parentPort, workerData } from "node:worker_threads";
import { connect } from "../db/store";
import type { FinderAnswer, FinderOrder } from "./finder";
import { contactDays } from "./days";
import { createSearcher } from "./search";

/** What is likely to be asked for is read when nothing was asked for so long. */
const IDLE_MS = 1000;

const port = parentPort!;
const store = connect((workerData as { readonly databaseFile: string }).databaseFile);
const searcher = createSearcher(store);
let idle: NodeJS.Timeout | undefined;

port.on("message", ({ number, find, hints, days }: FinderOrder) => {
  let answer: FinderAnswer;
  try {
    if (days !== undefined) answer = { number, found: contactDays(store, days) };
    else if (find !== undefined)
      answer = { number, found: searcher.slice(find.search, find.now, find.offset, find.limit) };
    else answer = { number, found: searcher.hints(hints!) };
  } catch (error) {
    answer = { number, fault: error instanceof Error ? error.message : String(error) };
  }
  port.postMessage(answer);
  clearTimeout(idle);
  const { logbookId } = find?.search ?? hints ?? days!;
  idle = setTimeout(warm, IDLE_MS, searcher.warming(logbookId));
});

/** A piece at a time, so that a question between them need not wait for all. */
function warm(pieces: Iterator<void>): void {
  if (pieces.next().done !== true) idle = setTimeout(warm, 0, pieces);
}
