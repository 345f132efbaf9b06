import { expose } from "comlink";
import type { SoundPlace } from "@/core/signal";
import { hearSound, type SoundHeard } from "./hearSound";
import { createDrawing, type PictureShown } from "./pictureDrawing";
import {
  createPictureWork,
  type Give,
  type PictureSource,
  type PictureTold,
  type PictureWish,
  type PictureWork,
} from "./pictureWork";
import { playRecording } from "./playRecording";
import { readStream } from "./readStream";
import type { SoundPiece } from "./soundTap";

let work: PictureWork | null = null;
let sound: SoundHeard = { rate: 48_000, listen: () => {} };
let place: SoundPlace = { hertz: 0, side: "upper" };

/** Rows of whatever a picture comes from. */
function read(from: PictureSource["from"], give: Give, signal: AbortSignal): Promise<void> {
  if ("address" in from) return readStream(from.address, give.row, signal, (address) => fetch(address, { signal }));
  if ("sound" in from)
    return hearSound(sound, from.sound, give, signal, { placeNow: () => place, now: () => Date.now() / 1000 });
  const began = performance.now();
  return playRecording(from.playing, give, signal, (seconds) => after(began + seconds * 1000 - performance.now()));
}

function after(milliseconds: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, milliseconds));
}

/** A picture is taken, searched and drawn off the page's main thread, each in a worker of its own. */
const api = {
  begin(canvas: OffscreenCanvas, tell: (told: PictureTold) => void, ended: (text: string | null) => void): void {
    work = createPictureWork(createDrawing(canvas), {
      read,
      tell,
      ended,
      soon: (draw) => void requestAnimationFrame(draw),
    });
  },
  /** The sound that is heard comes from there. */
  hear(port: MessagePort, rate: number): void {
    sound = {
      rate,
      listen: (take) => {
        port.onmessage = take === null ? null : ({ data }: MessageEvent<SoundPiece>) => take(data.samples);
      },
    };
  },
  /** Where that sound stands on the band from now on. */
  place: (next: SoundPlace) => void (place = next),
  open: (source: PictureSource) => work?.open(source),
  show: (shown: PictureShown) => work?.show(shown),
  wish: (wish: PictureWish) => work?.wish(wish),
  point: (hertz: number | null) => work?.point(hertz),
  rest: (isHidden: boolean) => work?.rest(isHidden),
  clearPeaks: () => work?.clearPeaks(),
  stop: () => work?.stop(),
};
export type PictureApi = typeof api;

expose(api);
