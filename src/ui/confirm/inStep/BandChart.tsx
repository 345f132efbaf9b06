"use client";

import { BarChart } from "echarts/charts";
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from "echarts/components";
import { use as register } from "echarts/core";
import { useCallback } from "react";
import { bandLabel } from "@/core/band";
import type { ChartLine, Figure } from "@/core/confirm";
import { Chart, type ChartLook } from "../../kit/Chart";
import { count } from "../../kit/format";
import { FIGURE_NAMES } from "./words";

register([BarChart, GridComponent, LegendComponent, TooltipComponent, AriaComponent]);

interface BandChartProps {
  bands: readonly string[];
  figure: Figure;
  before: readonly ChartLine[] | null;
  /** Null where there is only one look, or the second is not known. */
  after: readonly ChartLine[] | null;
}

/** A figure by band: as it was, and what was gained on top of it. */
export function BandChart({ bands, figure, before, after }: BandChartProps) {
  const option = useCallback(
    ({ colour, text }: ChartLook) => {
      const on = (lines: readonly ChartLine[] | null, band: string) =>
        lines?.find((line) => line.band === band && line.modeGroup === null)?.figures[figure] ?? 0;
      const bar = (name: string, data: readonly number[], shade: string) => ({
        name,
        type: "bar" as const,
        stack: "one",
        data: [...data],
        color: colour(shade),
        barCategoryGap: "30%",
      });
      return {
        aria: { enabled: true },
        grid: { left: 44, right: 8, top: 24, bottom: 38 },
        legend: { top: 0, right: 0, itemHeight: 8, itemWidth: 12, textStyle: text },
        tooltip: { trigger: "axis", renderMode: "richText" },
        xAxis: {
          type: "category",
          data: bands.map((band) => bandLabel(band)),
          axisLabel: { ...text, interval: 0, rotate: 45 },
          axisTick: { show: false },
          axisLine: { lineStyle: { color: colour("line") } },
        },
        yAxis: {
          type: "value",
          minInterval: 1,
          axisLabel: { ...text, formatter: count },
          splitLine: { lineStyle: { color: colour("line") } },
        },
        series:
          after === null
            ? [
                bar(
                  FIGURE_NAMES[figure],
                  bands.map((band) => on(before, band)),
                  "signal",
                ),
              ]
            : [
                bar(
                  "before",
                  bands.map((band) => Math.min(on(before, band), on(after, band))),
                  "faint",
                ),
                bar(
                  "gained",
                  bands.map((band) => Math.max(0, on(after, band) - on(before, band))),
                  "safe",
                ),
              ],
      };
    },
    [bands, figure, before, after],
  );
  return <Chart label={`${FIGURE_NAMES[figure]} by band`} className="h-72 w-full" option={option} />;
}
