import { type Band, bandByName, bandOfFrequency, BANDS } from "../band";
import { type Draft, type Fields, type Gathered, keepFaulty, note } from "./gathered";
import type { AdifField } from "./record";

/** Bands and frequencies of both sides; null, or why there is no band. */
export function takeBands(draft: Draft, fields: Fields, gathered: Gathered): string | null {
  for (const [bandName, frequencyName, bandKey, frequencyKey] of [
    ["BAND", "FREQ", "band", "frequencyHz"],
    ["BAND_RX", "FREQ_RX", "bandReceived", "frequencyReceivedHz"],
  ] as const) {
    const bandField = fields.get(bandName);
    const frequencyField = fields.get(frequencyName);
    const band = bandField === undefined ? undefined : readBand(bandField, gathered);
    if (bandField !== undefined && band === undefined) {
      keepFaulty(gathered, bandField, "is no band of the standard");
    }
    const hertz = frequencyField === undefined ? null : readFrequency(frequencyField, gathered);
    const byFrequency = hertz === null ? undefined : bandOfFrequency(hertz);
    if (frequencyField !== undefined && byFrequency === undefined) {
      keepFaulty(gathered, frequencyField, "lies in no amateur band");
    } else if (byFrequency !== undefined && band !== undefined && band.name !== byFrequency.name) {
      const believed = `lies in ${byFrequency.name}, and BAND says ${band.name}; the band was believed`;
      keepFaulty(gathered, frequencyField!, believed);
    } else if (byFrequency !== undefined) draft[frequencyKey] = hertz;
    draft[bandKey] = band?.name ?? byFrequency?.name ?? null;
  }
  return draft.band === null ? "neither BAND nor FREQ says which band" : null;
}

/** A band as the standard names it, or one that people write otherwise: "20 metres", "20", "14 MHz", "14". */
function readBand(field: AdifField, gathered: Gathered): Band | undefined {
  const named = bandByName(field.value.replace(/\s/g, ""));
  if (named !== undefined) return named;
  const [, figure, unit = ""] =
    /^([0-9]+(?:[.,][0-9]+)?)\s*(m|met(?:er|re)s?|mtrs?|mhz)?$/i.exec(field.value.trim()) ?? [];
  // 70 may be centimetres or megahertz, 5 metres or megahertz.
  if (figure === undefined || (unit === "" && /^(5|70)$/.test(figure))) return undefined;
  const number = Number(figure.replace(",", "."));
  const byLength = /^mhz$/i.test(unit) ? undefined : bandByName(`${number}m`);
  const band = byLength ?? (/^m[^h]*$/i.test(unit) ? undefined : bandOfMegahertz(number));
  if (band !== undefined) note(gathered, field, `"${field.value}" was read as ${band.name}`);
  return band;
}

/** The band in which a number of MHz lies, or whose lower edge is in that MHz: 24 is the band from 24.89. */
function bandOfMegahertz(number: number): Band | undefined {
  return bandOfFrequency(number * 1e6) ?? BANDS.find(({ lowHz }) => number >= 3 && Math.floor(lowHz / 1e6) === number);
}

/** A frequency in Hz: MHz as the standard has it, or kHz or Hz where only that lies in a band or the unit says so. */
function readFrequency(field: AdifField, gathered: Gathered): number | null {
  const value = field.value.trim();
  const [, digits, unit = "any"] = /^([0-9.,]+)\s*(MHz|kHz|Hz)?$/i.exec(value) ?? [];
  if (digits === undefined) return null;
  // As a dial shows it, 21.025.50 or 21,025.50: the first mark stands behind the MHz.
  const [, megahertz, rest = "", end = ""] = /^(\d{1,3})[.,](\d{3})[.,](\d{1,3})$/.exec(digits) ?? [];
  if (megahertz !== undefined) {
    note(gathered, field, `"${value}" was read as ${megahertz}.${rest}${end} MHz`);
    return Math.round(Number(`${megahertz}.${rest}${end}`) * 1e6);
  }
  if (!/^[0-9]+(?:[.,][0-9]*)?$|^[.,][0-9]+$/.test(digits)) return null;
  const number = Number(digits.replace(",", "."));
  if (digits.includes(",")) note(gathered, field, `"${value}" has a comma where a point belongs`);
  for (const [factor, name] of [
    [1e6, "MHz"],
    [1e3, "kHz"],
    [1, "Hz"],
  ] as const) {
    const hertz = Math.round(number * factor);
    const meant = unit.toLowerCase() === name.toLowerCase() || (unit === "any" && bandOfFrequency(hertz) !== undefined);
    if (!meant) continue;
    if (factor !== 1e6) note(gathered, field, `"${value}" was read as ${name}`);
    return hertz;
  }
  return null;
}
