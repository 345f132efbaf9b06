import type { SpotView } from "@/core/contract";
import type { BandMark } from "../tuning/useBandMarks";
import { isDuplicate } from "./spotFilter";

/** Something that stands on the band map. */
export interface BandEntry {
  readonly key: string;
  readonly hertz: number;
  readonly text: string;
  readonly by: "spot" | BandMark["by"];
  /** The spot, where it is one. */
  readonly spot: SpotView | null;
  readonly age: Age;
  /** The one of higher rank has its name there where not all have room. */
  readonly rank: number;
  readonly duplicate: boolean;
  /** It is announced that we are there. */
  readonly isOwn: boolean;
}

/** How long ago it was last heard of: what is old fades. */
export type Age = "new" | "while" | "old";
const AGES: readonly (readonly [age: Age, withinMs: number])[] = [
  ["new", 10 * 60_000],
  ["while", 30 * 60_000],
];

/** What the operator has put, or worked, or what is read, is the spot of the same call so near, Hz. */
const SAME_HZ = 1500;
/** Of marks with the same call at the same place the first one stands. */
const BEFORE: Readonly<Record<BandMark["by"], number>> = { put: 0, worked: 1, read: 2 };
/** Before all that is announced, or after it; what is read is announced to nobody else yet. */
const RANKS: Readonly<Record<BandMark["by"], number>> = { put: 1000, worked: -1, read: 1 };

export function ageOf(at: number, now: number): Age {
  return AGES.find(([, within]) => now - at <= within)?.[0] ?? "old";
}

/**
 * What stands on a band, by frequency: what is announced there, what the operator has put or worked himself, and what
 * is read of signals.
 *
 * @param now milliseconds since 1970
 */
export function bandEntries(
  spots: readonly SpotView[],
  marks: readonly BandMark[],
  band: string,
  ownBase: string,
  now: number,
): BandEntry[] {
  const here = spots.filter((spot) => spot.band === band);
  const announced = here.map((spot): BandEntry => {
    const isOwn = spot.base === ownBase;
    return {
      key: `spot ${spot.id}`,
      hertz: spot.frequencyHz,
      text: spot.call,
      by: "spot",
      spot,
      age: ageOf(Date.parse(spot.lastAt), now),
      rank: isOwn ? RANKS.put : spot.rank,
      duplicate: isDuplicate(spot),
      isOwn,
    };
  });
  const isAnnounced = ({ text, hertz }: BandMark) =>
    here.some(({ call, frequencyHz }) => call === text && Math.abs(frequencyHz - hertz) <= SAME_HZ);
  const isThere = ({ text, hertz, by }: BandMark) =>
    marks.some((mark) => BEFORE[mark.by] < BEFORE[by] && mark.text === text && Math.abs(mark.hertz - hertz) <= SAME_HZ);
  const worked = new Set(marks.filter(({ by }) => by === "worked").map(({ text }) => text));
  const own = marks
    .filter((mark) => !isAnnounced(mark) && !isThere(mark))
    .map((mark): BandEntry => {
      const { hertz, text, by, at } = mark;
      return {
        key: `${by} ${text} ${hertz}`,
        hertz,
        text,
        by,
        spot: null,
        age: ageOf(at, now),
        rank: RANKS[by],
        duplicate: by !== "put" && worked.has(text),
        isOwn: false,
      };
    });
  return [...announced, ...own].sort((a, b) => a.hertz - b.hertz || (a.key < b.key ? -1 : 1));
}

/** The next one to be worked, up or down from one of them; from none, the nearest to a frequency. */
export function nextEntry(
  entries: readonly BandEntry[],
  from: string | null,
  by: 1 | -1,
  hertz: number,
): BandEntry | undefined {
  const open = entries.filter(({ duplicate }) => !duplicate);
  const at = open.findIndex(({ key }) => key === from);
  if (at >= 0) return open[at + by] ?? open[at];
  return open.sort((a, b) => Math.abs(a.hertz - hertz) - Math.abs(b.hertz - hertz))[0];
}
