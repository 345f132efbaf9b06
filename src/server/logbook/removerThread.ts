import { workerData } from "node:worker_threads";
import { gateOf, REMOVER } from "../db/door";
import { connect } from "../db/store";
import { removeGone } from "./removeGone";
import type { RemoverOrder } from "./remover";

const { databaseFile, cells } = workerData as RemoverOrder;
const store = connect(databaseFile, { cacheMegabytes: 4, gate: gateOf(cells, REMOVER) });
store.waitForDisk(false);
try {
  removeGone(store);
} finally {
  store.close();
}
