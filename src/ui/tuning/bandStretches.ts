import { bandByName, bandEdges, bandOfFrequency, type ModeGroup, type Region, usualSegments } from "@/core/band";
import { licensedAt } from "../shell/licence";
import type { View } from "./rulerView";

/** What is to be seen of a band's rules in a view. */
export interface BandStretches {
  /** Where the mode is licensed, or usual where the licence is the region's. */
  readonly usual: readonly View[];
  /** Where other modes become usual, and which those are from there on. */
  readonly starts: readonly { readonly hertz: number; readonly text: string }[];
  /** What is not allocated. */
  readonly outside: readonly View[];
  /** Where the allocation ends. */
  readonly ends: readonly number[];
}

/** A band's edges in a region, or else anywhere. */
export function edgesOf(band: string, region: Region): View {
  return bandEdges(band, region) ?? bandByName(band)!;
}

export function bandStretches(
  view: View,
  band: string,
  region: Region,
  group: ModeGroup,
  licence: string | null,
): BandStretches {
  const edges = bandEdges(band, region);
  const { lowHz, highHz } = view;
  const cut = (part: View): View[] => {
    const [low, high] = [Math.max(part.lowHz, lowHz), Math.min(part.highHz, highHz)];
    return low < high ? [{ lowHz: low, highHz: high }] : [];
  };
  const isIn = (hertz: number) => hertz > lowHz && hertz < highHz;
  return {
    usual: (licensedAt({ licence }) ?? usualSegments(region))
      .filter(({ groups }) => groups.includes(group))
      .flatMap(cut),
    starts: segmentStarts(band, region).filter(({ hertz }) => isIn(hertz)),
    outside:
      edges === null
        ? []
        : [...cut({ lowHz: -Infinity, highHz: edges.lowHz }), ...cut({ lowHz: edges.highHz, highHz: Infinity })],
    ends: edges === null ? [] : [edges.lowHz, edges.highHz].filter(isIn),
  };
}

function segmentStarts(band: string, region: Region): BandStretches["starts"] {
  const segments = usualSegments(region).filter(({ lowHz }) => bandOfFrequency(lowHz)?.name === band);
  const starts = [...new Set(segments.map(({ lowHz }) => lowHz))].sort((a, b) => a - b);
  return starts.map((hertz) => {
    const here = segments.filter(({ lowHz, highHz }) => lowHz <= hertz && highHz > hertz);
    return { hertz, text: [...new Set(here.flatMap(({ groups }) => groups))].join(", ") };
  });
}
