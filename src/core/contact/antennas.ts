import { bandByName, BANDS } from "../band";

/** Which antennas stand at a site: by band, and the one for all other bands. */
interface Antennas {
  readonly byBand: ReadonlyMap<string, string>;
  readonly other: string | null;
}

type Read = { readonly ok: true; readonly antennas: Antennas } | { readonly ok: false; readonly text: string };

/**
 * The antennas of a site from pieces as "20m-10m: three-element beam; 40m 30m: dipole; long wire": bands and ranges of
 * bands before a colon, none for all that are not named. Pieces are set apart by semicolons or line ends.
 */
export function parseAntennas(text: string): Read {
  const byBand = new Map<string, string>();
  let other: string | null = null;
  for (const piece of text.split(/[;\n]/)) {
    const cleaned = piece.trim();
    if (cleaned === "") continue;
    const [, before = null, antenna = cleaned] = /^([^:]*):(.*)$/s.exec(cleaned) ?? [];
    const name = antenna.trim();
    if (name === "") return { ok: false, text: `"${cleaned}": an antenna follows the colon, as in 40m: dipole` };
    if (before === null) {
      if (other !== null)
        return { ok: false, text: `"${cleaned}": "${other}" has no bands already: name those of one, as 40m: dipole` };
      other = name;
      continue;
    }
    const bands = bandsIn(before);
    if (typeof bands === "string") return { ok: false, text: `"${cleaned}": ${bands}` };
    for (const band of bands) {
      const earlier = byBand.get(band);
      if (earlier !== undefined) return { ok: false, text: `"${cleaned}": ${band} has "${earlier}" already` };
      byBand.set(band, name);
    }
  }
  return { ok: true, antennas: { byBand, other } };
}

/** The antenna that is used on a band where a site has these, as `parseAntennas` reads them; null for none. */
export function antennaOn(antennas: string | null, band: string | null): string | null {
  if (antennas === null) return null;
  const read = parseAntennas(antennas);
  if (!read.ok) return null;
  return (band === null ? undefined : read.antennas.byBand.get(band)) ?? read.antennas.other;
}

/** Bands from "20m-10m, 40m", or what is wrong with them. */
function bandsIn(text: string): string[] | string {
  const words = text
    .replace(/\s*[-–]\s*/g, "-")
    .split(/[\s,]+/)
    .filter(Boolean);
  if (words.length === 0) return "bands stand before the colon, as in 40m: dipole";
  const bands: string[] = [];
  for (const word of words) {
    const places: number[] = [];
    for (const end of word.split("-")) {
      const band = bandByName(end);
      if (band === undefined) return `"${end}" is no band: write it as in 20m or 70cm`;
      places.push(BANDS.indexOf(band));
    }
    if (places.length > 2) return `"${word}" is no range: write it as 20m-10m`;
    for (let place = Math.min(...places); place <= Math.max(...places); place++) bands.push(BANDS[place]!.name);
  }
  return bands;
}
