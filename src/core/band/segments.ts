import { bandLabel, bandOfFrequency } from "./bands";
import { type ModeGroup, modeGroup } from "./modes";

export type Region = 1 | 2 | 3;

/** A stretch of spectrum, in Hz, both edges inside. */
export interface Stretch {
  readonly lowHz: number;
  readonly highHz: number;
}

/** Where signals of some mode groups are usual, or allowed by a licence. */
export interface Segment extends Stretch {
  readonly groups: readonly ModeGroup[];
}

/**
 * What amateurs are allocated in the three ITU regions: band | region 1 | region 2 | region 3, in MHz; "-" for none.
 * Source: the ITU Radio Regulations, article 5. National rules may give less or more.
 */
// prettier-ignore
const EDGES = `
2190m|0.1357-0.1378|0.1357-0.1378|0.1357-0.1378
630m|0.472-0.479|0.472-0.479|0.472-0.479
160m|1.81-2|1.8-2|1.8-2
80m|3.5-3.8|3.5-4|3.5-3.9
60m|5.3515-5.3665|5.3515-5.3665|5.3515-5.3665
40m|7-7.2|7-7.3|7-7.2
30m|10.1-10.15|10.1-10.15|10.1-10.15
20m|14-14.35|14-14.35|14-14.35
17m|18.068-18.168|18.068-18.168|18.068-18.168
15m|21-21.45|21-21.45|21-21.45
12m|24.89-24.99|24.89-24.99|24.89-24.99
10m|28-29.7|28-29.7|28-29.7
6m|50-52|50-54|50-54
4m|70-70.5|-|-
2m|144-146|144-148|144-148
1.25m|-|222-225|-
70cm|430-440|420-450|430-440
33cm|-|902-928|-
23cm|1240-1300|1240-1300|1240-1300
13cm|2300-2450|2300-2450|2300-2450
9cm|3400-3475|3300-3500|3300-3500
6cm|5650-5850|5650-5925|5650-5850
3cm|10000-10500|10000-10500|10000-10500
1.25cm|24000-24250|24000-24250|24000-24250
6mm|47000-47200|47000-47200|47000-47200
4mm|76000-81500|76000-81500|76000-81500
2.5mm|122250-123000|122250-123000|122250-123000
2mm|134000-141000|134000-141000|134000-141000
1mm|241000-250000|241000-250000|241000-250000
`;

/**
 * Where which modes are usual, below 54 MHz: band | region, or "*" for all | segments in kHz, each with its groups:
 * C for CW, D for digital, V for voice. Source: the practice that the regions' published band plans describe,
 * simplified to mode groups; CW is usual wherever anything is.
 */
// prettier-ignore
const SEGMENTS = `
630m|*|472-475 C|475-479 CD
160m|1|1810-1836 C|1836-1843 CD|1843-2000 CDV
160m|2|1800-1840 CD|1840-2000 CDV
160m|3|1800-1830 C|1830-1840 CD|1840-2000 CDV
80m|1|3500-3568 C|3568-3620 CD|3600-3800 CV|3725-3745 CDV
80m|2|3500-3568 C|3568-3600 CD|3600-4000 CV|3725-3745 CDV|3840-3850 CDV
80m|3|3500-3535 C|3535-3580 CDV|3570-3600 CD|3580-3900 CV|3725-3745 CDV
60m|*|5351.5-5354 CD|5354-5366.5 CDV
40m|1|7000-7038 C|7038-7060 CD|7050-7200 CV|7060-7100 CDV|7160-7172 CDV
40m|2|7000-7038 C|7038-7080 CD|7060-7300 CV|7160-7175 CDV
40m|3|7000-7025 C|7025-7080 CD|7030-7200 CV|7160-7172 CDV
30m|*|10100-10130 C|10130-10150 CD
20m|*|14000-14070 C|14070-14112 CD|14101-14350 CV|14225-14240 CDV
17m|*|18068-18095 C|18095-18111 CD|18111-18168 CV
15m|*|21000-21070 C|21070-21150 CD|21151-21450 CV|21335-21345 CDV
12m|*|24890-24915 C|24915-24931 CD|24931-24990 CV
10m|*|28000-28070 C|28070-28190 CD|28225-29700 CV|28675-28685 CDV
6m|*|50000-50100 C|50100-50500 CDV|50500-54000 CDV
`;

/** What is left to beacons, in kHz: nobody calls there, in whatever mode. Source: the regions' published band plans. */
const BEACONS = "14099-14101 18109-18111 21149-21151 24929-24931 28190-28225".split(" ");

const LETTERS: Readonly<Record<string, ModeGroup>> = { C: "CW", D: "digital", V: "voice" };

const ALLOCATIONS: ReadonlyMap<string, readonly (Stretch | null)[]> = new Map(
  EDGES.trim()
    .split("\n")
    .map((line) => {
      const [band = "", ...regions] = line.split("|");
      return [band, regions.map((text) => (text === "-" ? null : stretch(text, 1e6)))] as const;
    }),
);

function stretch(text: string, unit: number): Stretch {
  const [low = 0, high = 0] = text.split("-").map(Number);
  return { lowHz: Math.round(low * unit), highHz: Math.round(high * unit) };
}

/** The edges of a band in an ITU region, or null where amateurs have no allocation. */
export function bandEdges(band: string, region: Region): Stretch | null {
  return ALLOCATIONS.get(band)?.[region - 1] ?? null;
}

/** The usual segments of a region, all bands. An operator's licence can stand in their place. */
export function usualSegments(region: Region): readonly Segment[] {
  return USUAL[region];
}

const USUAL: Readonly<Record<Region, readonly Segment[]>> = { 1: segmentsOf(1), 2: segmentsOf(2), 3: segmentsOf(3) };

function segmentsOf(region: Region): readonly Segment[] {
  return SEGMENTS.trim()
    .split("\n")
    .map((line) => line.split("|"))
    .filter(([, regions]) => regions === "*" || regions === String(region))
    .flatMap(([, , ...parts]) =>
      parts.map((part) => {
        const [range = "", letters = ""] = part.split(" ");
        return { ...stretch(range, 1e3), groups: [...letters].map((letter) => LETTERS[letter]!) };
      }),
    );
}

/** How far a signal reaches below and above the frequency that the radio shows, in Hz. */
export function signalExtent(frequencyHz: number, mode: string, submode: string | null): readonly [number, number] {
  const narrow = NARROW[submode ?? ""] ?? NARROW[mode];
  if (narrow !== undefined) return [narrow / 2, narrow / 2];
  if (mode === "AM") return [3000, 3000];
  if (mode === "FM") return frequencyHz < 30e6 ? [6000, 6000] : [8000, 8000];
  if (mode === "DIGITALVOICE") return [3125, 3125];
  const lower = submode === "LSB" || (submode !== "USB" && mode === "SSB" && usualSideband(frequencyHz) === "LSB");
  return lower ? [SIDEBAND, 0] : [0, SIDEBAND];
}

const SIDEBAND = 2800;
/** Occupied widths of modes that are shown at their middle, Hz. */
const NARROW: Readonly<Record<string, number>> = {
  CW: 150,
  PCW: 150,
  RTTY: 250,
  PSK: 60,
  PSK31: 60,
  PSK63: 120,
  PSK125: 240,
};

/** The sideband on which voice is usual at a frequency. */
export function usualSideband(frequencyHz: number): "USB" | "LSB" {
  return frequencyHz < 10e6 && bandOfFrequency(frequencyHz)?.name !== "60m" ? "LSB" : "USB";
}

export type TransmitAnswer =
  | { readonly may: true; readonly usual: boolean; readonly text: string | null }
  | { readonly may: false; readonly text: string };

/**
 * "May I transmit here in this mode?" The whole width of the signal is looked at, not only the frequency shown.
 *
 * Outside the region's allocation: no. Outside the segments of its group: yes, and said to be unusual, or no where
 * `licensed` segments are given in place of the usual ones.
 */
export function mayTransmit(
  frequencyHz: number,
  mode: string,
  submode: string | null,
  region: Region,
  licensed?: readonly Segment[],
): TransmitAnswer {
  const band = bandOfFrequency(frequencyHz);
  const edges = band === undefined ? null : bandEdges(band.name, region);
  const [below, above] = signalExtent(frequencyHz, mode, submode);
  const signal = { lowHz: frequencyHz - below, highHz: frequencyHz + above };
  if (band === undefined || edges === null) {
    return { may: false, text: `${frequencyHz / 1e6} MHz lies in no amateur band of region ${region}` };
  }
  if (!within(signal, edges)) {
    const edge = signal.lowHz < edges.lowHz ? edges.lowHz : edges.highHz;
    return { may: false, text: `the signal reaches over the edge of ${bandLabel(band.name)} at ${edge / 1000} kHz` };
  }
  const beacons = BEACONS.find((text) => {
    const { lowHz, highHz } = stretch(text, 1e3);
    return signal.lowHz < highHz && lowHz < signal.highHz;
  });
  if (licensed === undefined && beacons !== undefined)
    return { may: true, usual: false, text: `${beacons.replace("-", " to ")} kHz is left to beacons` };
  const group = modeGroup(mode);
  const segments = (licensed ?? usualSegments(region)).filter((segment) => overlaps(segment, edges));
  const fits = covers(
    segments.filter((segment) => segment.groups.includes(group)),
    signal,
  );
  if (fits || (licensed === undefined && segments.length === 0)) return { may: true, usual: true, text: null };
  const text = `${group} is not ${licensed === undefined ? "usual" : "licensed"} at ${frequencyHz / 1000} kHz`;
  return licensed === undefined ? { may: true, usual: false, text } : { may: false, text };
}

function within(inner: Stretch, outer: Stretch): boolean {
  return inner.lowHz >= outer.lowHz && inner.highHz <= outer.highHz;
}

function overlaps(a: Stretch, b: Stretch): boolean {
  return a.lowHz <= b.highHz && b.lowHz <= a.highHz;
}

/** Whether stretches, which may touch and overlap, together hold another. */
function covers(stretches: readonly Stretch[], wanted: Stretch): boolean {
  let reached = wanted.lowHz;
  for (const { lowHz, highHz } of [...stretches].sort((a, b) => a.lowHz - b.lowHz)) {
    if (lowHz > reached) break;
    reached = Math.max(reached, highHz);
  }
  return stretches.some((stretch) => stretch.lowHz <= wanted.lowHz) && reached >= wanted.highHz;
}
