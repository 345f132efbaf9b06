import { type Figure, statisticById } from "@/core/statistics";
import type { ChartLook } from "../kit/Chart";
import { chartOption, DRAWN } from "./chartOption";
import { rowsOf } from "./rows";

const LOOK: ChartLook = {
  colour: (name) => name,
  shade: (name, share) => `${name} ${share}`,
  text: { color: "soft", fontFamily: "", fontSize: 11 },
};
const counted = (figures: readonly Figure[]) => ({ figures, contacts: 0, without: 0 });
const drawn = (id: string, figures: readonly Figure[], other?: readonly Figure[]) => {
  const statistic = statisticById(id)!;
  const beside =
    other === undefined ? null : ({ counted: counted(other), from: ["2026-01-01", "2025-01-01"] } as const);
  return chartOption(statistic, rowsOf(statistic, counted(figures), beside, "km"), LOOK);
};
const figure = (key: string | number, ...values: number[]): Figure => ({ key, across: null, values });
const valuesOf = ({ series }: ReturnType<typeof chartOption>) =>
  series.map(({ data }) => data.map(({ value }) => value));

test("what is drawn is what was counted, and each piece knows the number that it stands for", () => {
  const figures = [figure("40m", 5, 2), figure("20m", 3, 1)];
  const chart = drawn("bands", figures);
  expect(valuesOf(chart)).toEqual([
    [5, 3],
    [2, 1],
  ]);
  expect(chart.series[1]!.data[0]!.cell).toMatchObject({ figure: figures[0], series: 1, value: 2 });
});

test("of many values that come by their size the first are drawn", () => {
  const figures = Array.from({ length: 30 }, (_, nth) => figure(`CX${nth}`, 30 - nth, 0));
  const chart = drawn("calls", figures);
  expect(valuesOf(chart)[0]).toEqual(Array.from({ length: DRAWN }, (_, nth) => 30 - nth));
});

test("where one of two times has no such month there is a gap", () => {
  const chart = drawn("months", [figure(2026 * 12, 5, 2)], [figure(2025 * 12 + 1, 1, 0)]);
  expect(valuesOf(chart)).toEqual([
    [5, null],
    [null, 1],
  ]);
});

test("a cell lies where its row and column are", () => {
  const cells = [
    { key: 0, across: 1, values: [4, 0] },
    { key: 1, across: 7, values: [9, 0] },
  ];
  expect(valuesOf(drawn("week", cells))[0]).toEqual([
    [0, 1, 4],
    [1, 0, 9],
  ]);
});
