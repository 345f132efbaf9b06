import { parentPort } from "node:worker_threads";
import { wantedHzOf } from "../../core/contract";
import { blockOf, createLevels, type LevelMaker, samplesOf16, swapped } from "../../core/signal";
import type { PictureOrder, PictureSaid, SampleBlock, Watched } from "./pictures";

/** Makes the pictures that are looked at; each way of looking is worked out once, however many look so. */
const watched = new Map<string, Watched & { rate: number; maker: LevelMaker | null }>();

function make({ at, centreHz, rate, isSwapped, bytes, source }: SampleBlock): void {
  let samples: Float32Array | null = null;
  for (const [key, one] of watched) {
    if (one.source !== source) continue;
    samples ??= isSwapped ? swapped(samplesOf16(bytes)) : samplesOf16(bytes);
    if (one.maker === null || one.rate !== rate) {
      const { detail, window, rows } = one.look;
      one.rate = rate;
      one.maker = createLevels({ rate, isIq: true, wantedHz: wantedHzOf(detail), window, perSecond: rows });
    }
    const { placeHz, lowestHz } = one.maker;
    for (const { levels, noise, looks } of one.maker.take(samples)) {
      const row = blockOf({ at, lowHz: centreHz + lowestHz, placeHz, noise, looks }, levels);
      say({ is: "row", key, row }, row);
    }
  }
}

function say(said: PictureSaid, row?: Uint8Array): void {
  parentPort!.postMessage(said, row === undefined ? [] : [row.buffer as ArrayBuffer]);
}

parentPort!.on("message", (order: PictureOrder) => {
  if (order.do === "watch") watched.set(order.key, { ...order.watched, rate: 0, maker: null });
  else if (order.do === "leave") watched.delete(order.key);
  else {
    make(order.block);
    say({ is: "taken", source: order.block.source });
  }
});
