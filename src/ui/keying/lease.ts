import * as endpoints from "@/core/contract/endpoints/links";
import { addressOf } from "../kit/api";
import { tabId } from "../kit/tabId";

let worker: Worker | null = null;

/**
 * Keeps on what this page has just begun to transmit over a link, as long as the page is there: without it the server
 * ends it.
 */
export function holdLease(linkId: number): void {
  worker ??= new Worker(new URL("./leaseWorker.ts", import.meta.url), { type: "module" });
  worker.postMessage({ address: addressFor(linkId), on: true });
}

/** What was transmitted over a link has ended. */
export function endLease(linkId: number): void {
  worker?.postMessage({ address: addressFor(linkId), on: false });
}

function addressFor(linkId: number): string {
  return addressOf(endpoints.commandLink, { params: { linkId }, query: { position: tabId() } });
}
