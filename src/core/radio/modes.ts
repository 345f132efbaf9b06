import { modeGroup, usualSideband } from "../band";
import type { RadioMode } from "./state";

/** A mode as it is logged. */
interface LogMode {
  readonly mode: string;
  readonly submode: string | null;
}

/**
 * How a radio is set for a mode of the log at a frequency, of the modes that it has; null where it has none for it.
 *
 * @param rttyAsSound RTTY comes to it as sound, which a radio takes in its mode for data rather than in that for RTTY
 */
export function radioModeFor(
  { mode, submode }: LogMode,
  frequencyHz: number | null,
  offered: readonly RadioMode[],
  rttyAsSound = false,
): RadioMode | null {
  const wanted: readonly RadioMode[] =
    mode === "CW" || mode === "FM" || mode === "AM"
      ? [mode]
      : mode === "SSB"
        ? [submode === "USB" || submode === "LSB" ? submode : frequencyHz === null ? "USB" : usualSideband(frequencyHz)]
        : mode === "RTTY"
          ? rttyAsSound
            ? ["DATA", "RTTY", "LSB"]
            : ["RTTY", "DATA", "LSB"]
          : modeGroup(mode) === "digital"
            ? ["DATA", "USB"]
            : ["FM"];
  return wanted.find((one) => offered.includes(one)) ?? null;
}

/** The mode of the log that a radio's mode means: the one before where the radio may be set so for it. */
export function logModeFor(
  radioMode: RadioMode,
  frequencyHz: number | null,
  before: LogMode,
  offered: readonly RadioMode[],
  rttyAsSound = false,
): LogMode {
  if (radioModeFor(before, frequencyHz, offered, rttyAsSound) === radioMode) return before;
  switch (radioMode) {
    case "CW":
    case "RTTY":
    case "FM":
    case "AM":
      return { mode: radioMode, submode: null };
    case "DATA":
      return { mode: "FT8", submode: null };
    case "USB":
    case "LSB":
      return {
        mode: "SSB",
        submode: frequencyHz !== null && usualSideband(frequencyHz) === radioMode ? null : radioMode,
      };
  }
}
