import { toast } from "sonner";
import { readLinesSchema } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import { NotBlocks, type ReadLine, type ReadPlace } from "@/core/signal";
import { addressOf, ask } from "../kit/api";
import { createValueStore, type ValueStore } from "../kit/valueStore";
import { readBlocks } from "./readStream";

/** What is read of what a receiver hears. */
export interface HeardText {
  readonly lines: readonly ReadLine[];
  /** Why nothing is read; null where nothing is wrong. */
  readonly failure: string | null;
}

const NOTHING: HeardText = { lines: [], failure: null };
const AGAIN_MS = 3000;
const stores = new Map<number, ValueStore<HeardText>>();

/** What is read on the server, as long as somebody looks; where that ends it is asked for again. */
export function receiverText(linkId: number): ValueStore<HeardText> {
  const known = stores.get(linkId);
  if (known !== undefined) return known;
  const store = createValueStore<HeardText>(NOTHING, () => {
    const left = new AbortController();
    void listen(linkId, (text) => store.set(text), left.signal);
    return () => {
      left.abort();
      store.set(NOTHING);
    };
  });
  stores.set(linkId, store);
  return store;
}

/** Reads a place of what a receiver hears whatever is found there, or no more. */
export function readHere(linkId: number, place: ReadPlace, on: boolean): void {
  const { hertz, kind, shiftHz } = place;
  ask(endpoints.readHere, { params: { linkId }, body: { hertz, kind, shiftHz, on } }).catch((error: Error) =>
    toast.error(error.message, { id: "readHere" }),
  );
}

async function listen(linkId: number, tell: (text: HeardText) => void, signal: AbortSignal): Promise<void> {
  const address = addressOf(endpoints.text, { params: { linkId } });
  const take = (head: unknown) => {
    const read = readLinesSchema.safeParse(head);
    if (!read.success) throw new NotBlocks("it is no text");
    if (!signal.aborted) tell({ lines: read.data.lines, failure: null });
  };
  while (!signal.aborted) {
    try {
      await readBlocks(address, take, signal, (to) => fetch(to, { signal }));
    } catch (error) {
      if (signal.aborted) return;
      tell({ lines: [], failure: error instanceof Error ? error.message : String(error) });
    }
    await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
  }
}
