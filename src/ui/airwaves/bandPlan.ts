import { type Label, labelsFor, type Named } from "@/core/spot";
import type { Size } from "../kit/useSize";
import { shareAt, type View } from "../tuning/rulerView";
import type { BandEntry } from "./bandEntries";

/** Which way the ruler runs: from below upwards with names beside it, or from the left with names above it. */
export type Way = "upright" | "lying";

/** What the ruler and its leaders take across the way of the ruler, pixels. */
interface Across {
  readonly ruler: number;
  readonly leaders: number;
}
export const ACROSS: Readonly<Record<Way, Across>> = {
  upright: { ruler: 66, leaders: 26 },
  lying: { ruler: 38, leaders: 24 },
};
/** What a name takes of the way, and what of it is left free at the end, since names lean over, pixels. */
const NAMES: Readonly<Record<Way, { readonly size: number; readonly end: number }>> = {
  upright: { size: 20, end: 0 },
  lying: { size: 23, end: 70 },
};
/** A name farther from its place than this says more of where there is room than of where the station is, pixels. */
const FARTHEST = 120;
/** What is not to be worked pushes nothing away. */
const FARTHEST_DUPLICATE = 24;
/** How much wider than high a panel is whose ruler lies. */
const LIES_FROM = 1.2;

/** Which way the ruler runs in a panel of a size. */
export function wayOf({ width, height }: Size): Way {
  return width > height * LIES_FROM ? "lying" : "upright";
}

interface PlacedEntry extends Named {
  readonly entry: BandEntry;
}

export interface BandPlan {
  readonly way: Way;
  /** The length of the ruler, pixels. */
  readonly length: number;
  readonly labels: readonly Label<PlacedEntry>[];
  /** In sight, with no room for a name. */
  readonly unnamed: readonly BandEntry[];
}

/**
 * How a band map of a size is laid out. Places along the ruler are pixels from its low end.
 *
 * @param active the key of the one that has its name there in any case
 */
export function bandPlan(
  entries: readonly BandEntry[],
  view: View,
  size: Size,
  active: string | null = null,
): BandPlan {
  const way = wayOf(size);
  const length = way === "lying" ? size.width : size.height;
  const marks = entries
    .map((entry): PlacedEntry => ({
      entry,
      at: shareAt(view, entry.hertz) * length,
      rank: entry.key === active ? Infinity : entry.rank,
      farthest: entry.duplicate ? FARTHEST_DUPLICATE : FARTHEST,
    }))
    .filter(({ at }) => at >= 0 && at <= length);
  const { size: room, end } = NAMES[way];
  const labels = labelsFor(marks, { length: length - end, size: room });
  const named = new Set(labels.map(({ mark }) => mark.entry));
  return { way, length, labels, unnamed: marks.flatMap(({ entry }) => (named.has(entry) ? [] : entry)) };
}
