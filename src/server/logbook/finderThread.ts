import { parentPort, workerData } from "node:worker_threads";
import { answerThread } from "../answerThread";
import { connect } from "../db/store";
import type { FinderQuestion } from "./finder";
import { createSearcher } from "./search";

/** What is likely to be asked for is read when nothing was asked for so long. */
const IDLE_MS = 1000;

const store = connect((workerData as { readonly databaseFile: string }).databaseFile);
const searcher = createSearcher(store);
let idle: NodeJS.Timeout | undefined;

answerThread<FinderQuestion>(parentPort!, (question) => {
  clearTimeout(idle);
  const { logbookId } = "find" in question ? question.find.search : question.hints;
  idle = setTimeout(() => warm(searcher.warming(logbookId)), IDLE_MS);
  if ("hints" in question) return searcher.hints(question.hints);
  const { search, now, offset, limit } = question.find;
  return searcher.slice(search, now, offset, limit);
});

/** A piece at a time, so that a question between them need not wait for all. */
function warm(pieces: Iterator<void>): void {
  if (pieces.next().done !== true) idle = setTimeout(warm, 0, pieces);
}
