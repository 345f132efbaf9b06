import { levelOf } from "@/core/signal";
import type { View } from "../tuning/rulerView";
import { cssOf, paletteOf, type PictureColours } from "./pictureColours";
import { depthOfLevel, type PictureLayout, TRACE_LINES } from "./pictureLayout";
import { loudestOf, type PictureLine, type PictureLines, placesOfColumns } from "./pictureLines";

/** How a picture is shown. */
export interface PictureShown {
  readonly view: View;
  readonly layout: PictureLayout;
  /** Pixels of the screen to one of the page. */
  readonly ratio: number;
  readonly colours: PictureColours;
}

/** What the trace draws: levels by place, decibels over the noise, the first of them filled. */
interface Traces {
  readonly row: PictureLine["row"];
  readonly lines: readonly (ArrayLike<number> & { readonly length: number })[];
}

export interface Drawing {
  show(shown: PictureShown): void;
  /** So many lines are new since the last drawing. */
  draw(lines: PictureLines, added: number, traces: Traces | null): void;
}

/** Draws on a canvas; all but the trace only where something is new. */
export function createDrawing(canvas: OffscreenCanvas): Drawing {
  const context = canvas.getContext("2d", { alpha: false })!;
  const lying = new OffscreenCanvas(1, 1);
  const flat = lying.getContext("2d")!;
  let shown: PictureShown | null = null;
  let palette: Uint32Array = new Uint32Array(256);
  let image: ImageData | null = null;
  let pixels = new Uint32Array(0);
  /** The places of each column, by what the row is of. */
  let columns: { readonly key: string; readonly places: Int32Array } | null = null;

  function placesFor(row: PictureLine["row"], view: View, count: number): Int32Array {
    const key = `${row.lowHz} ${row.placeHz} ${row.bytes} ${view.lowHz} ${view.highHz} ${count}`;
    if (columns?.key !== key) columns = { key, places: placesOfColumns(row, view, count) };
    return columns.places;
  }

  function paint(nth: number, line: PictureLine | undefined): void {
    const { width } = image!;
    const from = nth * width;
    if (line === undefined) return void pixels.fill(palette[0]!, from, from + width);
    const places = placesFor(line.row, shown!.view, width);
    for (let column = 0; column < width; column++) {
      const first = places[column * 2]!;
      pixels[from + column] = palette[first < 0 ? 0 : loudestOf(line.levels, first, places[column * 2 + 1]!)]!;
    }
  }

  return {
    show(next) {
      shown = next;
      palette = paletteOf(next.colours);
      const { along, depth, trace, way } = next.layout;
      const [wide, deep] = [Math.max(1, Math.round(along * next.ratio)), Math.max(1, Math.round(depth - trace))];
      const [width, height] = way === "lying" ? [along, depth] : [depth, along];
      canvas.width = Math.max(1, Math.round(width * next.ratio));
      canvas.height = Math.max(1, Math.round(height * next.ratio));
      image = new ImageData(wide, deep);
      pixels = new Uint32Array(image.data.buffer);
      lying.width = wide;
      lying.height = deep;
    },
    draw(lines, added, traces) {
      if (shown === null || image === null) return;
      const { layout, ratio, colours } = shown;
      const { along, depth, trace, way } = layout;
      const { width, height } = image;
      const fresh = Math.min(added, height);
      pixels.copyWithin(fresh * width, 0, (height - fresh) * width);
      for (let nth = fresh - 1; nth >= 0; nth--) paint(nth, lines.at(nth));
      if (fresh > 0) flat.putImageData(image, 0, 0);
      context.resetTransform();
      // Where the ruler stands, the band goes upwards, and away from the ruler is to the left.
      if (way === "lying") context.setTransform(ratio, 0, 0, ratio, 0, 0);
      else context.setTransform(0, -ratio, -ratio, 0, depth * ratio, along * ratio);
      context.imageSmoothingEnabled = false;
      context.fillStyle = cssOf(colours.panel);
      context.fillRect(0, 0, along, depth);
      context.drawImage(lying, 0, 0, width, height, 0, trace, along, depth - trace);
      drawTraces(traces);
    },
  };

  function drawTraces(traces: Traces | null): void {
    const { layout, view, ratio, colours } = shown!;
    const { along, trace } = layout;
    context.lineWidth = 1;
    context.strokeStyle = cssOf(colours.line);
    for (const level of TRACE_LINES) {
      const at = Math.round(depthOfLevel(level, trace)) + 0.5;
      context.beginPath();
      context.moveTo(0, at);
      context.lineTo(along, at);
      context.stroke();
    }
    if (traces === null) return;
    const count = Math.round(along * ratio);
    const places = placesOfColumns(traces.row, view, count);
    for (const [nth, levels] of traces.lines.entries()) {
      context.beginPath();
      let isOpen = false;
      for (let column = 0; column < count; column++) {
        const first = places[column * 2]!;
        if (first < 0) continue;
        const at = depthOfLevel(loudestOf(levels, first, places[column * 2 + 1]!), trace);
        if (isOpen) context.lineTo(column / ratio, at);
        else context.moveTo(column / ratio, at);
        isOpen = true;
      }
      context.strokeStyle = nth === 0 ? cssOf(colours.signal) : cssOf(colours.soft, 0.8);
      context.stroke();
      if (nth > 0 || !isOpen) continue;
      context.lineTo(along, trace);
      context.lineTo(0, trace);
      context.fillStyle = cssOf(colours.signal, 0.14);
      context.fill();
    }
  }
}

/** The levels of a row, decibels over the noise. */
export function decibelsOf(levels: Uint8Array): Float32Array {
  return Float32Array.from(levels, levelOf);
}
