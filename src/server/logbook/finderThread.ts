import { parentPort, workerData } from "node:worker_threads";
import { connect } from "../db/store";
import type { FinderAnswer, FinderOrder } from "./finder";
import { createSearcher } from "./search";

/** What is likely to be asked for is read when nothing was asked for so long. */
const IDLE_MS = 1000;

const port = parentPort!;
const searcher = createSearcher(connect((workerData as { readonly databaseFile: string }).databaseFile));
let idle: NodeJS.Timeout | undefined;

port.on("message", ({ number, find, hints }: FinderOrder) => {
  let answer: FinderAnswer;
  try {
    const found =
      find !== undefined ? searcher.slice(find.search, find.now, find.offset, find.limit) : searcher.hints(hints!);
    answer = { number, found };
  } catch (error) {
    answer = { number, fault: error instanceof Error ? error.message : String(error) };
  }
  port.postMessage(answer);
  clearTimeout(idle);
  idle = setTimeout(warm, IDLE_MS, searcher.warming(find?.search.logbookId ?? hints!.logbookId));
});

/** A piece at a time, so that a question between them need not wait for all. */
function warm(pieces: Iterator<void>): void {
  if (pieces.next().done !== true) idle = setTimeout(warm, 0, pieces);
}
