/** A band of the ADIF standard's enumeration; edges in Hz, both inside. */
export interface Band {
  /** As the standard spells it: "20m". */
  readonly name: string;
  readonly lowHz: number;
  readonly highHz: number;
}

/** Source: the ADIF standard, enumeration Band. In order of frequency. */
// prettier-ignore
export const BANDS: readonly Band[] = ([
  ["2190m", 0.1357, 0.1378], ["630m", 0.472, 0.479], ["560m", 0.501, 0.504], ["160m", 1.8, 2], ["80m", 3.5, 4],
  ["60m", 5.06, 5.45], ["40m", 7, 7.3], ["30m", 10.1, 10.15], ["20m", 14, 14.35], ["17m", 18.068, 18.168],
  ["15m", 21, 21.45], ["12m", 24.89, 24.99], ["10m", 28, 29.7], ["8m", 40, 45], ["6m", 50, 54],
  ["5m", 54.000001, 69.9], ["4m", 70, 71], ["2m", 144, 148], ["1.25m", 222, 225], ["70cm", 420, 450],
  ["33cm", 902, 928], ["23cm", 1240, 1300], ["13cm", 2300, 2450], ["9cm", 3300, 3500], ["6cm", 5650, 5925],
  ["3cm", 10000, 10500], ["1.25cm", 24000, 24250], ["6mm", 47000, 47200], ["4mm", 75500, 81000],
  ["2.5mm", 119980, 123000], ["2mm", 134000, 149000], ["1mm", 241000, 250000], ["submm", 300000, 7500000],
] as const).map(([name, low, high]) => ({ name, lowHz: Math.round(low * 1e6), highHz: Math.round(high * 1e6) }));

const BY_NAME = new Map(BANDS.map((band) => [band.name, band]));
const ORDER = new Map(BANDS.map((band, index) => [band.name, index]));

/** The bands that the tables of the Desk and the awards always show. */
export const USUAL_BANDS: readonly string[] = "160m 80m 60m 40m 30m 20m 17m 15m 12m 10m 6m 2m".split(" ");

export function bandByName(name: string): Band | undefined {
  return BY_NAME.get(name.toLowerCase());
}

export function bandOfFrequency(frequencyHz: number): Band | undefined {
  return (
    BANDS.find((band) => frequencyHz >= band.lowHz && frequencyHz <= band.highHz) ??
    (frequencyHz > FOUR_MILLIMETRES.highHz && frequencyHz <= FOUR_MILLIMETRES_REACH ? FOUR_MILLIMETRES : undefined)
  );
}

const FOUR_MILLIMETRES = BY_NAME.get("4mm")!;
/** So far the ITU allocates the band, further than the standard has it, Hz. */
const FOUR_MILLIMETRES_REACH = 81.5e9;

/** For sorting band names from the longest wave to the shortest; names of no band last. */
export function compareBands(a: string, b: string): number {
  return (ORDER.get(a) ?? BANDS.length) - (ORDER.get(b) ?? BANDS.length);
}

/** "20m" as people write it: "20 m". */
export function bandLabel(name: string): string {
  return name.replace(/^([0-9.]+)([a-z]+)$/, "$1 $2");
}

const PER_UNIT: Readonly<Record<string, number>> = { "": 1, HZ: 1, KHZ: 1e3, MHZ: 1e6, GHZ: 1e9 };

/**
 * A frequency as an operator types it, in Hz: "14025", "14025.3" and "14.0253" are one and the same. Without a unit
 * it is taken as kHz, or as MHz where only that lies in a band. Null where it is no frequency.
 */
export function parseFrequency(text: string): number | null {
  const [, digits, unit = ""] = /^([0-9]+(?:[.,][0-9]+)?)\s*(HZ|KHZ|MHZ|GHZ)?$/i.exec(text.trim()) ?? [];
  if (digits === undefined) return null;
  const value = Number(digits.replace(",", "."));
  if (unit !== "") return Math.round(value * PER_UNIT[unit.toUpperCase()]!);
  const asKilohertz = Math.round(value * 1e3);
  const asMegahertz = Math.round(value * 1e6);
  return bandOfFrequency(asKilohertz) === undefined && bandOfFrequency(asMegahertz) !== undefined
    ? asMegahertz
    : asKilohertz;
}

/** Hz as the readout shows it, in kHz with the thousands set apart: 21025300 is "21 025.30". */
export function formatFrequency(frequencyHz: number): string {
  const [whole = "", part = ""] = (frequencyHz / 1000).toFixed(2).split(".");
  return `${whole.replace(/\B(?=(\d{3})+$)/g, " ")}.${part}`;
}
