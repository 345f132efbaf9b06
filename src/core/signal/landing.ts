import { modeGroup, usualSideband } from "../band";
import type { FoundSignal } from "./signals";

/** Where a radio goes to hear a signal as its mode does. */
export interface Landing {
  readonly frequencyHz: number;
  readonly mode: string;
  readonly submode: string | null;
}

/** Voice begins so far from the carrier that it has not; what stands out of the noise begins no lower, Hz. */
const VOICE_BEGINS = 250;
/** Voice is found on full steps of this, Hz. */
const VOICE_STEP = 100;

/** A signal where it stands on the band: its middle in Hz. */
export type PlacedSignal = Pick<FoundSignal, "kind" | "hertz" | "widthHz">;

/**
 * Where to go for a signal: on a carrier exactly, so that it sounds as Morse does at this radio; of two tones on the
 * upper one, which is the mark; of what is wide on the carrier that voice has not. A mode in which the signal could not
 * be heard as what it looks like gives way to the one that is usual for it.
 */
export function landingOf(
  { kind, hertz, widthHz }: PlacedSignal,
  mode: string,
  submode: string | null = null,
): Landing {
  const group = modeGroup(mode);
  switch (kind) {
    case "carrier":
      // A digital mode rests on one of its tones.
      return group === "voice"
        ? { frequencyHz: Math.round(hertz), mode: "CW", submode: null }
        : { frequencyHz: Math.round(hertz), mode, submode };
    case "tones": {
      const frequencyHz = Math.round(hertz + widthHz / 2);
      return group === "digital" ? { frequencyHz, mode, submode } : { frequencyHz, mode: "RTTY", submode: null };
    }
    case "wide": {
      if (group === "digital" || mode === "FM" || mode === "AM")
        return { frequencyHz: Math.round(hertz), mode, submode };
      const isLower = (group === "voice" && submode !== null ? submode : usualSideband(hertz)) === "LSB";
      const edge = isLower ? hertz + widthHz / 2 + VOICE_BEGINS : hertz - widthHz / 2 - VOICE_BEGINS;
      const frequencyHz = Math.round(edge / VOICE_STEP) * VOICE_STEP;
      return group === "voice" ? { frequencyHz, mode, submode } : { frequencyHz, mode: "SSB", submode: null };
    }
  }
}
