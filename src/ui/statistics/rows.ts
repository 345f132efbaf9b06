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

/** What was counted as rows; compared with another time, both stand beside each other. */
export function rowsOf(statistic: Statistic, counted: Counted, other: Counted | null, unit: DistanceUnit): Row[] {
  if (other === null) return counted.figures.map((figure) => row(statistic, figure, null, false, unit));
  if (statistic.isInTime) return inTime(statistic, counted, other, unit);
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

/** Two times laid over each other from their beginnings: the first month beside the first. */
function inTime(statistic: Statistic, counted: Counted, other: Counted, unit: DistanceUnit): Row[] {
  const length = Math.max(counted.figures.length, other.figures.length);
  return Array.from({ length }, (_, nth) =>
    row(statistic, counted.figures[nth] ?? null, other.figures[nth] ?? null, true, unit),
  );
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
