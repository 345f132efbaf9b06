import { bandByName, dialOf, mayTransmit, type ModeGroup, type Region, usualSegments } from "../../src/core/band";
import type { AirMode } from "./operators";
import type { Random } from "../../src/core/random";

/** The bands of the air. */
export const AIR_BANDS = "160m 80m 40m 30m 20m 17m 15m 12m 10m 6m 2m 70cm".split(" ");

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
  const dial = dialOf("FT8", band)!;
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
