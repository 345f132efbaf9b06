import { type Counted, type Figure, type Key, type Statistic } from "@/core/statistics";
import type { DistanceUnit } from "@/core/geo";

/** One of the numbers of a row: of which figure and series, and of the time asked for or of that compared with. */
export interface Cell {
  readonly value: number;
  /** Null where nothing was counted there: its contacts are none. */
  readonly figure: Figure | null;
  readonly series: number;
  readonly isOther: boolean;
}

/** A line of the table, and a place in the chart. */
export interface Row {
  readonly key: string;
  readonly label: string;
  /** What it is across, where the statistic has that. */
  readonly across: string | null;
  readonly cells: readonly Cell[];
}

/** What was counted in another time, and when both begin. */
export interface Compared {
  readonly counted: Counted;
  /** The first day, "2026-01-01", of the time asked for, and of the other one. */
  readonly from: readonly [string, string];
}

/** What was counted as rows; compared with another time, both stand beside each other. */
export function rowsOf(statistic: Statistic, counted: Counted, compared: Compared | null, unit: DistanceUnit): Row[] {
  if (compared === null) return counted.figures.map((figure) => row(statistic, figure, null, false, unit));
  if (statistic.isInTime) return inTime(statistic, counted, compared, unit);
  const { counted: other } = compared;
  const nameOf = ({ key, across }: Figure) => `${key} ${across}`;
  const others = new Map(other.figures.map((figure) => [nameOf(figure), figure]));
  const known = new Set(counted.figures.map(nameOf));
  return [
    ...counted.figures.map((figure) => row(statistic, figure, others.get(nameOf(figure)) ?? null, true, unit)),
    ...other.figures
      .filter((figure) => !known.has(nameOf(figure)))
      .map((figure) => row(statistic, null, figure, true, unit)),
  ].sort((a, b) => compareRows(statistic, a, b));
}

/** Two times laid over each other from their beginnings, also where nothing was counted there: the first month beside the first. */
function inTime(statistic: Statistic, counted: Counted, { counted: other, from }: Compared, unit: DistanceUnit): Row[] {
  const [figures, others] = [counted, other].map((one, nth) => {
    const first = Number(statistic.along.keyOf({ day: Date.parse(from[nth]!) / 1000 }));
    return new Map(one.figures.map((figure) => [Number(figure.key) - first, figure]));
  }) as [Map<number, Figure>, Map<number, Figure>];
  const places = [...new Set([...figures.keys(), ...others.keys()])].sort((a, b) => a - b);
  return places.map((place) => row(statistic, figures.get(place) ?? null, others.get(place) ?? null, true, unit));
}

function row(
  statistic: Statistic,
  figure: Figure | null,
  other: Figure | null,
  isCompared: boolean,
  unit: DistanceUnit,
): Row {
  const { along, across, series, isInTime } = statistic;
  const told = (one: Figure | null) => (one === null ? "none" : along.text(one.key, unit));
  const shown = figure ?? other!;
  const cells = (one: Figure | null, isOther: boolean) =>
    series.map((_, nth): Cell => ({ value: one?.values[nth] ?? 0, figure: one, series: nth, isOther }));
  return {
    key: `${shown.key} ${shown.across}`,
    label: isInTime && isCompared ? `${told(figure)}, ${told(other)}` : told(shown),
    across: across === null ? null : across.text(shown.across!, unit),
    cells: [...cells(figure, false), ...(isCompared ? cells(other, true) : [])],
  };
}

function compareRows({ along }: Statistic, a: Row, b: Row): number {
  const keyOf = ({ cells }: Row): Key => cells.find(({ figure }) => figure !== null)!.figure!.key;
  return along.compare === undefined ? 0 : along.compare(keyOf(a), keyOf(b));
}

/** The titles of a table's columns. */
export function titlesOf({ along, across, series }: Statistic, isCompared: boolean): string[] {
  const titles = series.map(({ label }) => label);
  return [
    along.label,
    ...(across === null ? [] : [across.label]),
    ...titles,
    ...(isCompared ? titles.map((title) => `${title}, compared`) : []),
  ];
}
