import * as endpoints from "@/core/contract/endpoints/links";
import { addressOf } from "../kit/api";
import { tabId } from "../kit/tabId";

let worker: Worker | null = null;

/** Has at hand what keeps a transmission on, so that none is cut off while that is still being loaded. */
export function readyLease(): Worker {
  if (worker !== null) return worker;
  const begun = new Worker(new URL("./leaseWorker.ts", import.meta.url), { type: "module" });
  // What is sent next begins another one.
  begun.addEventListener("error", () => {
    if (worker === begun) worker = null;
  });
  return (worker = begun);
}

/**
 * Keeps on what this page has just begun to transmit over a link, until that ends, and as long as the page is there:
 * without it the server ends it.
 */
export function holdLease(linkId: number): void {
  const position = tabId();
  readyLease().postMessage(addressOf(endpoints.commandLink, { params: { linkId }, query: { position } }));
}
