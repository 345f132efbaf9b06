import { expose } from "comlink";
import { createDrawing, type PictureShown } from "./pictureDrawing";
import {
  createPictureWork,
  type PictureSource,
  type PictureTold,
  type PictureWish,
  type PictureWork,
} from "./pictureWork";

let work: PictureWork | null = null;

/** A picture is taken, searched and drawn off the page's main thread, each in a worker of its own. */
const api = {
  begin(canvas: OffscreenCanvas, tell: (told: PictureTold) => void, failed: (text: string) => void): void {
    work = createPictureWork(createDrawing(canvas), {
      fetch: (address, signal) => fetch(address, { signal }),
      tell,
      failed,
      soon: (draw) => void requestAnimationFrame(draw),
    });
  },
  open: (source: PictureSource) => work?.open(source),
  show: (shown: PictureShown) => work?.show(shown),
  wish: (wish: PictureWish) => work?.wish(wish),
  point: (hertz: number | null) => work?.point(hertz),
  rest: (isHidden: boolean) => work?.rest(isHidden),
  clearPeaks: () => work?.clearPeaks(),
  close: () => work?.close(),
};
export type PictureApi = typeof api;

expose(api);
