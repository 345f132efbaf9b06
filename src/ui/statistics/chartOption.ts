import type { Statistic } from "@/core/statistics";
import type { ChartLook } from "../kit/Chart";
import { count } from "../kit/format";
import type { Cell, Row } from "./rows";

/** So many of those that come by their size are drawn; all of them stand in the table. */
export const DRAWN = 12;

/** What is drawn, with the cell that it stands for. */
interface Datum {
  readonly value: number | null | readonly number[];
  readonly cell: Cell;
}

/** Whether values come by the number of their contacts. */
export function isBySize({ along, form }: Statistic): boolean {
  return form === "bars" && along.compare === undefined && along.always === undefined;
}

/** A statistic as a chart. */
export function chartOption(statistic: Statistic, rows: readonly Row[], look: ChartLook) {
  if (statistic.form === "cells") return cellsOption(rows, look);
  const drawn = isBySize(statistic) ? rows.slice(0, DRAWN) : rows;
  // On their side there is room for names.
  const lying = isBySize(statistic) || statistic.along.hasLongNames === true;
  const { colour, text } = look;
  const axis = { axisLabel: text, axisLine: { lineStyle: { color: colour("line") } }, axisTick: { show: false } };
  const names = {
    type: "category" as const,
    data: drawn.map(({ label }) => label),
    ...axis,
    inverse: lying,
    axisLabel: { ...text, hideOverlap: true, ...(lying ? { width: 140, overflow: "truncate" } : {}) },
  };
  const values = {
    type: "value" as const,
    minInterval: 1,
    ...axis,
    axisLabel: { ...text, formatter: count, hideOverlap: true },
    splitLine: { lineStyle: { color: colour("line") } },
  };
  return {
    grid: { left: 8, right: 16, top: 32, bottom: 6, containLabel: true },
    legend: { top: 4, right: 12, itemHeight: 8, itemWidth: 16, textStyle: text },
    tooltip: { trigger: "axis", renderMode: "richText", axisPointer: { type: "shadow" } },
    xAxis: lying ? values : names,
    yAxis: lying ? names : values,
    series: seriesOf(statistic, drawn, look),
  };
}

function seriesOf(statistic: Statistic, rows: readonly Row[], { colour, shade }: ChartLook) {
  const { series, form, isPart } = statistic;
  const isCompared = (rows[0]?.cells.length ?? 0) > series.length;
  // Where nothing was counted there is a gap, and not a fall to nothing.
  const data = (at: number) =>
    rows.map(({ cells }): Datum => {
      const cell = cells[at]!;
      return { value: cell.figure === null ? null : cell.value, cell };
    });
  const type = form === "lines" ? ("line" as const) : ("bar" as const);
  const look = { type, symbolSize: 4, showSymbol: rows.length <= 36, barMaxWidth: 26, cursor: "pointer" };
  if (isCompared && isPart)
    return [
      { ...look, name: `${series[0]!.label}, this time`, color: colour("hold"), data: data(0) },
      { ...look, name: "compared", color: colour("faint"), data: data(series.length) },
    ];
  if (form === "bars" && isPart)
    return series.map(({ label, colour: name }, nth) => ({
      ...look,
      ...{ name: label, data: data(nth), z: 2 + nth },
      // The part stands before the whole.
      barGap: "-100%",
      color: nth === 0 ? shade(name, 0.55) : colour(name),
    }));
  return [
    ...series.map(({ label, colour: name }, nth) => ({ ...look, name: label, color: colour(name), data: data(nth) })),
    ...(isCompared
      ? series.map(({ label, colour: name }, nth) => ({
          ...look,
          name: `${label}, compared`,
          color: shade(name, 0.45),
          data: data(series.length + nth),
        }))
      : []),
  ];
}

/** Cells of a field: the stronger the colour, the more contacts. */
function cellsOption(rows: readonly Row[], { colour, shade, text }: ChartLook) {
  const along = [...new Set(rows.map(({ label }) => label))];
  const across = [...new Set(rows.map((row) => row.across!))].toReversed();
  const most = rows.reduce((max, { cells }) => Math.max(max, cells[0]!.value), 1);
  const axis = { axisLabel: text, axisLine: { lineStyle: { color: colour("line") } }, axisTick: { show: false } };
  return {
    grid: { left: 8, right: 12, top: 12, bottom: 4, containLabel: true },
    tooltip: {
      renderMode: "richText",
      formatter: ({ data: { value } }: { data: { value: readonly number[] } }) =>
        `${across[value[1]!]}, ${along[value[0]!]}: ${count(value[2]!)}`,
    },
    xAxis: { type: "category" as const, data: along, ...axis },
    yAxis: { type: "category" as const, data: across, ...axis },
    visualMap: {
      show: false,
      min: 0,
      max: most,
      inRange: { color: [0.04, 0.25, 0.5, 0.75, 1].map((share) => shade("hold", share)) },
    },
    series: [
      {
        type: "heatmap" as const,
        cursor: "pointer",
        itemStyle: { borderColor: colour("panel"), borderWidth: 1 },
        data: rows.map((row): Datum => ({
          value: [along.indexOf(row.label), across.indexOf(row.across!), row.cells[0]!.value],
          cell: row.cells[0]!,
        })),
      },
    ],
  };
}
