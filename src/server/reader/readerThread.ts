import { parentPort, workerData } from "node:worker_threads";
import { answerThread } from "../answerThread";
import { connect } from "../db/store";
import { LOOKS } from "./looks";
import type { ReaderQuestion } from "./reader";

const store = connect((workerData as { readonly databaseFile: string }).databaseFile);
answerThread<ReaderQuestion>(parentPort!, ({ what, request }) => LOOKS[what](store, request));
