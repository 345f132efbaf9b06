import { parentPort } from "node:worker_threads";
import { type ReadPlace, samplesOf16, swapped } from "../../core/signal";
import { type Maker, makerOf } from "./makers";
import type { PictureOrder, PictureSaid, SampleBlock, Watched } from "./pictures";

/** Makes what is wanted of receivers; each way of looking is worked out once, however many look so. */
const watched = new Map<string, Watched & { rate: number; maker: Maker | null }>();

/** By source, what is read whatever is heard there. */
const places = new Map<number, readonly ReadPlace[]>();
const NO_PLACES: readonly ReadPlace[] = [];

function make(block: SampleBlock): void {
  let samples: Float32Array | null = null;
  for (const [key, one] of watched) {
    if (one.source !== block.source) continue;
    samples ??= block.isSwapped ? swapped(samplesOf16(block.bytes)) : samplesOf16(block.bytes);
    if (one.maker === null || one.rate !== block.rate)
      [one.rate, one.maker] = [block.rate, makerOf(one.look, block.rate, () => places.get(one.source) ?? NO_PLACES)];
    for (const made of one.maker(samples, block)) say({ is: "made", key, block: made }, made);
  }
}

function say(said: PictureSaid, block?: Uint8Array): void {
  parentPort!.postMessage(said, block === undefined ? [] : [block.buffer as ArrayBuffer]);
}

parentPort!.on("message", (order: PictureOrder) => {
  if (order.do === "watch") watched.set(order.key, { ...order.watched, rate: 0, maker: null });
  else if (order.do === "leave") watched.delete(order.key);
  else if (order.do === "put") places.set(order.source, order.places);
  else {
    make(order.block);
    say({ is: "taken", source: order.block.source });
  }
});
