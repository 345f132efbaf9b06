import { bandByName, mayTransmit, type ModeGroup, type Region, usualSegments } from "../../src/core/band";
import type { AirMode } from "./operators";
import type { Random } from "./random";

/** Where FT8 is found, by custom, kHz; a signal lies up to 2.7 kHz above. */
const FT8_KHZ: Readonly<Record<string, number>> = {
  "160m": 1840,
  "80m": 3573,
  "40m": 7074,
  "30m": 10_136,
  "20m": 14_074,
  "17m": 18_100,
  "15m": 21_074,
  "12m": 24_915,
  "10m": 28_074,
  "6m": 50_313,
};
/** The bands of the air. */
export const AIR_BANDS = Object.keys(FT8_KHZ);

const GROUPS: Readonly<Record<AirMode, ModeGroup>> = { CW: "CW", SSB: "voice", RTTY: "digital", FT8: "digital" };
/** How far a mode's signals keep from each other, and in which steps they stand, Hz. */
const APART: Readonly<Record<AirMode, number>> = { CW: 400, SSB: 2700, RTTY: 500, FT8: 60 };
const STEP: Readonly<Record<AirMode, number>> = { CW: 100, SSB: 1000, RTTY: 500, FT8: 50 };
const TRIES = 12;

/**
 * A frequency to call on, Hz: in the region's usual segment for the mode, and away from those that are in use. Null
 * where there is none.
 */
export function frequencyFor(
  random: Random,
  band: string,
  mode: AirMode,
  region: Region,
  inUse: Iterable<number>,
): number | null {
  const { lowHz, highHz } = bandByName(band)!;
  const dial = FT8_KHZ[band]! * 1000;
  const segments = usualSegments(region).filter(
    (one) => one.groups.includes(GROUPS[mode]) && one.lowHz >= lowHz && one.highHz <= highHz,
  );
  // The narrow modes stand together, where voice does not.
  const alone = segments.filter(({ groups }) => !groups.includes("voice"));
  const stretches = mode === "SSB" || alone.length === 0 ? segments : alone;
  const used = [...inUse];
  for (let tries = 0; tries < TRIES; tries++) {
    const [low, high] =
      mode === "FT8" ? [dial + 300, dial + 2700] : edgesOf(stretches[Math.floor(random.next() * stretches.length)]);
    if (high <= low) continue;
    const frequencyHz = Math.round((low + random.next() * (high - low)) / STEP[mode]) * STEP[mode];
    if (used.some((other) => Math.abs(other - frequencyHz) < APART[mode])) continue;
    const answer =
      mode === "FT8" ? mayTransmit(dial, mode, null, region) : mayTransmit(frequencyHz, mode, null, region);
    if (answer.may && answer.usual) return frequencyHz;
  }
  return null;
}

function edgesOf(stretch: { readonly lowHz: number; readonly highHz: number } | undefined): readonly [number, number] {
  return stretch === undefined ? [0, 0] : [stretch.lowHz, stretch.highHz];
}
