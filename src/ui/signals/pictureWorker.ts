import { expose } from "comlink";
import { createDrawing, type PictureShown } from "./pictureDrawing";
import {
  createPictureWork,
  type PictureSource,
  type PictureTold,
  type PictureWish,
  type PictureWork,
} from "./pictureWork";
import { playRecording, readStream } from "./rowReaders";

let work: PictureWork | null = null;

function after(milliseconds: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, milliseconds));
}

/** A picture is taken, searched and drawn off the page's main thread, each in a worker of its own. */
const api = {
  begin(canvas: OffscreenCanvas, tell: (told: PictureTold) => void, ended: (text: string | null) => void): void {
    work = createPictureWork(createDrawing(canvas), {
      read(from, give, signal) {
        if ("address" in from) return readStream(from.address, give, signal, (address) => fetch(address, { signal }));
        const began = performance.now();
        return playRecording(from.playing, give, signal, (seconds) =>
          after(began + seconds * 1000 - performance.now()),
        );
      },
      tell,
      ended,
      soon: (draw) => void requestAnimationFrame(draw),
    });
  },
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
