/** How much noise people make around a station. */
export type Surroundings = "city" | "residential" | "rural" | "quiet";

/** Median noise by what people make: c - d log10 MHz, dB over thermal noise. Source: ITU-R P.372, table 1. */
const MADE: Readonly<Record<Surroundings, readonly [c: number, d: number]>> = {
  city: [76.8, 27.7],
  residential: [72.5, 27.7],
  rural: [67.2, 27.7],
  quiet: [53.6, 28.6],
};
/** Thermal noise at 290 K, dBm a hertz. */
const THERMAL = -174;

/**
 * The power of the noise that a station hears, dBm in a width: what people make, the sky (ITU-R P.372: 52 - 23 log10
 * MHz), and lightning, which is ours in short form: strong at night and on the low bands, and gone above 30 MHz.
 *
 * @param dark whether it is night at the station, when lightning is heard from far
 */
export function noisePower(frequencyHz: number, widthHz: number, surroundings: Surroundings, dark: boolean): number {
  const decades = Math.log10(frequencyHz / 1e6);
  const [c, d] = MADE[surroundings];
  const figures = [c - d * decades, 52 - 23 * decades, (dark ? 72 : 52) - 45 * decades, 0];
  const sum = figures.reduce((all, figure) => all + 10 ** (figure / 10), 0);
  return THERMAL + 10 * Math.log10(sum) + 10 * Math.log10(widthHz);
}
