import { type PictureLook, wantedHzOf } from "@/core/contract";
import { createLevels, swapped, wavFrame, wavSamples } from "@/core/signal";
import type { Give } from "./pictureWork";
import type { Recording } from "./recording";

/** A part of a second is read at once. */
const PIECES_A_SECOND = 4;

/** How a recording is played. */
export interface Playing {
  readonly recording: Recording;
  readonly look: PictureLook;
  /** Where it begins, seconds. */
  readonly from: number;
}

/**
 * Plays a recording as fast as it was heard, from a moment on to its end; a large file is read piece by piece.
 *
 * @param until waits until so many seconds have gone by since it began
 * @throws {Error} with what is wrong where the file cannot be read any more
 */
export async function playRecording(
  { recording, look, from }: Playing,
  give: Give,
  signal: AbortSignal,
  until: (seconds: number) => Promise<void>,
): Promise<void> {
  const { file, form, as, hertz } = recording;
  const { rate, channels, dataAt, dataBytes } = form;
  const isIq = as === "iq" || as === "swapped";
  const maker = createLevels({
    rate,
    isIq,
    wantedHz: wantedHzOf(look.detail),
    window: look.window,
    perSecond: look.rows,
  });
  const { placeHz } = maker;
  const frame = wavFrame(form);
  const piece = Math.ceil(rate / PIECES_A_SECOND) * frame;
  const lowHz = as === "lower" ? hertz - rate / 2 + placeHz : hertz + maker.lowestHz;
  for (let at = Math.floor(from * rate) * frame; at < dataBytes && !signal.aborted; at += piece) {
    const bytes = await read(file.slice(dataAt + at, dataAt + Math.min(dataBytes, at + piece)));
    const samples = wavSamples(form, bytes);
    const heard = as === "swapped" ? swapped(samples) : isIq ? samples : firstOf(samples, channels);
    const rows = maker.take(heard);
    const ends = (at + bytes.length) / frame / rate;
    give.sound({ samples: heard, rate, isIq, hertz, side: as === "lower" ? "lower" : "upper", at: ends });
    const begins = at / frame / rate;
    for (const [nth, { levels, noise, looks }] of rows.entries()) {
      const second = begins + ((nth + 1) / rows.length) * (bytes.length / frame / rate);
      await until(second - from);
      if (signal.aborted) return;
      give.row(
        { at: second, lowHz, placeHz, noise, looks, bytes: levels.length },
        as === "lower" ? levels.toReversed() : levels,
      );
    }
  }
}

/** The first of two channels. */
function firstOf(samples: Float32Array, channels: number): Float32Array {
  return channels === 1 ? samples : samples.filter((_, at) => at % channels === 0);
}

async function read(part: Blob): Promise<Uint8Array> {
  try {
    return new Uint8Array(await part.arrayBuffer());
  } catch (error) {
    throw new Error("The file cannot be read any more: is it still there, and unchanged? Open it anew.", {
      cause: error,
    });
  }
}
