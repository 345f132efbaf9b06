import { modeGroup, usualSideband } from "../band";
import { type RttyTones, USUAL_BAUD, USUAL_SHIFT } from "./rtty";

/** Where the sound of a radio stands on the band: from a frequency upwards as it is heard, or downwards. */
export interface SoundPlace {
  /** What would sound at 0 Hz. */
  readonly hertz: number;
  readonly side: "upper" | "lower";
}

/** The tone at which a carrier on the dial is heard in CW, as radios are set when they are new, Hz. */
export const USUAL_TONE = 600;
/** The tone of RTTY's mark where a radio takes it from a sideband, Hz. */
const MARK_TONE = 2125;

/** The tones of RTTY in a radio's sideband: on the band the mark is the upper one by either. */
export function rttyTonesOn(side: SoundPlace["side"]): RttyTones {
  const other = MARK_TONE + USUAL_SHIFT;
  const [mark, space] = side === "lower" ? [MARK_TONE, other] : [other, MARK_TONE];
  return { mark, space, baud: USUAL_BAUD };
}

/**
 * @param dialHz where the radio listens
 * @param tone that of a carrier on the dial in CW, Hz
 */
export function soundPlaceOf(dialHz: number, mode: string, submode: string | null, tone = USUAL_TONE): SoundPlace {
  if (modeGroup(mode) === "CW") return { hertz: dialHz - tone, side: "upper" };
  if (mode === "RTTY") return { hertz: dialHz + MARK_TONE, side: "lower" };
  const isLower = submode === "LSB" || (mode === "SSB" && submode === null && usualSideband(dialHz) === "LSB");
  return { hertz: dialHz, side: isLower ? "lower" : "upper" };
}
