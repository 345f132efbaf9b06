import { formatFrequency } from "@/core/band";
import type { FoundSignal, SignalKind } from "@/core/signal";

const KINDS: Readonly<Record<SignalKind, string>> = { carrier: "Carrier", tones: "Two tones", wide: "Wide" };

/**
 * A signal in words.
 *
 * @param at now, seconds since 1970
 */
export function signalText({ kind, hertz, widthHz, over, since }: FoundSignal, at: number): string {
  const wide =
    kind === "carrier"
      ? ""
      : kind === "tones"
        ? `, ${Math.round(widthHz)} Hz apart`
        : `, ${Math.round(widthHz / 100) / 10} kHz`;
  return `${KINDS[kind]}${wide}, ${formatFrequency(hertz)} kHz, ${Math.round(over)} dB over the noise, since ${agoText(at - since)}`;
}

/** 75 seconds as "1 min". */
export function agoText(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  return whole < 60 ? `${whole} s` : whole < 3600 ? `${Math.floor(whole / 60)} min` : `${Math.floor(whole / 3600)} h`;
}
