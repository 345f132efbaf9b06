import { type PictureLook, wantedHzOf } from "@/core/contract";
import { createLevels, type SoundPlace } from "@/core/signal";
import type { Give } from "./pictureWork";

/** Samples of a sound input as they come, and what is wrong when no more do. */
export interface SoundHeard {
  /** Hears each piece of sound from now on; null ends that. */
  readonly listen: (take: ((samples: Float32Array) => void) | null) => void;
  /** Samples a second. */
  readonly rate: number;
}

/** What a sideband has of the band, Hz: the rest of the sound is beyond a radio's filter. */
const WIDEST = 5000;

/**
 * Makes rows of what a sound input hears, where the radio is whose sound it is.
 *
 * @param placeNow where that sound stands on the band at this moment
 * @param now seconds since 1970 UTC
 */
export function hearSound(
  { listen, rate }: SoundHeard,
  look: PictureLook,
  give: Give,
  signal: AbortSignal,
  { placeNow, now }: { readonly placeNow: () => SoundPlace; readonly now: () => number },
): Promise<void> {
  const maker = createLevels({
    rate,
    isIq: false,
    wantedHz: wantedHzOf(look.detail),
    window: look.window,
    perSecond: look.rows,
  });
  const { placeHz } = maker;
  return new Promise((resolve) => {
    listen((samples) => {
      const { hertz, side } = placeNow();
      give.sound({ samples, rate, isIq: false, hertz, side, at: now() });
      for (const { levels: all, noise, looks } of maker.take(samples)) {
        const levels = all.subarray(0, Math.ceil(WIDEST / placeHz));
        const lowHz = side === "upper" ? hertz : hertz - (levels.length - 1) * placeHz;
        const row = { at: now(), lowHz, placeHz, noise, looks, bytes: levels.length };
        give.row(row, side === "upper" ? levels.slice() : levels.toReversed());
      }
    });
    signal.addEventListener("abort", () => {
      listen(null);
      resolve();
    });
  });
}
