import { parentPort, workerData } from "node:worker_threads";
import { connect } from "../db/store";
import type { FinderAnswer, FinderOrder } from "./finder";
import { createSearcher } from "./search";

const port = parentPort!;
const searcher = createSearcher(connect((workerData as { readonly databaseFile: string }).databaseFile));
port.on("message", ({ number, request }: FinderOrder) => {
  let answer: FinderAnswer;
  try {
    answer = { number, found: searcher.slice(request.search, request.now, request.offset, request.limit) };
  } catch (error) {
    answer = { number, fault: error instanceof Error ? error.message : String(error) };
  }
  port.postMessage(answer);
});
