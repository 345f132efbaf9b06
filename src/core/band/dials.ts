import { bandOfFrequency } from "./bands";

/**
 * Where digital modes are found, by custom: the mode, and the dial on each band, kHz. Signals lie up to 3 kHz above.
 */
const DIALS: readonly (readonly [mode: string, kilohertz: readonly number[]])[] = [
  ["FT8", [1840, 3573, 5357, 7074, 10_136, 14_074, 18_100, 21_074, 24_915, 28_074, 50_313, 144_174, 432_174]],
  ["FT4", [3575, 7047.5, 10_140, 14_080, 18_104, 21_140, 24_919, 28_180, 50_318]],
];
const WIDTH = 3000;

/** The dial of a digital mode on a band, Hz; undefined where there is none by custom. */
export function dialOf(mode: string, band: string): number | undefined {
  const dials = DIALS.find(([name]) => name === mode)?.[1].map((kilohertz) => kilohertz * 1000);
  return dials?.find((hertz) => bandOfFrequency(hertz)?.name === band);
}

/** The digital mode that is found at a frequency, as ADIF names it or its submode. */
export function modeAtDial(frequencyHz: number): string | undefined {
  return DIALS.find(([, dials]) =>
    dials.some((kilohertz) => frequencyHz >= kilohertz * 1000 && frequencyHz < kilohertz * 1000 + WIDTH),
  )?.[0];
}
