import { parentPort, workerData } from "node:worker_threads";
import { connect } from "../db/store";
import type { FinderAnswer, FinderOrder } from "./finder";
import { createSearcher } from "./search";

const port = parentPort!;
const searcher = createSearcher(connect((workerData as { readonly databaseFile: string }).databaseFile));
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
});
