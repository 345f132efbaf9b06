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
  "2m": 144_174,
  "70cm": 432_174,
};
/** The bands of the air. */
export const AIR_BANDS = Object.keys(FT8_KHZ);

/** Where the other modes are found above 54 MHz, by custom, kHz. */
const ABOVE_54: Readonly<Record<string, Readonly<Partial<Record<AirMode, readonly [low: number, high: number]>>>>> = {
  "2m": { CW: [144_050, 144_090], SSB: [144_280, 144_330], FM: [145_400, 145_575] },
  "70cm": { CW: [432_050, 432_090], SSB: [432_180, 432_220], FM: [433_400, 433_575] },
};

/** Whether a band is heard by the neighbours alone. */
export function isAbove54(band: string): boolean {
  return band in ABOVE_54;
}

export const GROUPS: Readonly<Record<AirMode, ModeGroup>> = {
  CW: "CW",
  SSB: "voice",
  RTTY: "digital",
  FT8: "digital",
  FM: "voice",
};
/** How far a mode's signals keep from each other, and in which steps they stand, Hz. */
const APART: Readonly<Record<AirMode, number>> = { CW: 400, SSB: 2700, RTTY: 500, FT8: 60, FM: 25_000 };
const STEP: Readonly<Record<AirMode, number>> = { CW: 100, SSB: 1000, RTTY: 500, FT8: 50, FM: 25_000 };
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
  const dial = FT8_KHZ[band]! * 1000;
  const stretches = stretchesFor(band, mode, region);
  const used = [...inUse];
  for (let tries = 0; tries < TRIES; tries++) {
    const [low, high] =
      mode === "FT8" ? [dial + 300, dial + 2700] : (stretches[Math.floor(random.next() * stretches.length)] ?? [0, 0]);
    if (high <= low) continue;
    const frequencyHz = Math.round((low + random.next() * (high - low)) / STEP[mode]) * STEP[mode];
    if (used.some((other) => Math.abs(other - frequencyHz) < APART[mode])) continue;
    const answer =
      mode === "FT8" ? mayTransmit(dial, mode, null, region) : mayTransmit(frequencyHz, mode, null, region);
    if (answer.may && answer.usual) return frequencyHz;
  }
  return null;
}

/** Where a mode is usual on a band, Hz. */
function stretchesFor(band: string, mode: AirMode, region: Region): (readonly [low: number, high: number])[] {
  if (isAbove54(band)) {
    const [low, high] = ABOVE_54[band]![mode] ?? [0, 0];
    return [[low * 1000, high * 1000]];
  }
  // It is too wide for the lower bands.
  if (mode === "FM") return [];
  const { lowHz, highHz } = bandByName(band)!;
  const segments = usualSegments(region).filter(
    (one) => one.groups.includes(GROUPS[mode]) && one.lowHz >= lowHz && one.highHz <= highHz,
  );
  // The narrow modes stand together, where voice does not.
  const alone = segments.filter(({ groups }) => !groups.includes("voice"));
  const chosen = mode === "SSB" || alone.length === 0 ? segments : alone;
  return chosen.map((one) => [one.lowHz, one.highHz]);
}
