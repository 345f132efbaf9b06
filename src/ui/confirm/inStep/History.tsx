"use client";

import { LineChart } from "echarts/charts";
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from "echarts/components";
import { use as register } from "echarts/core";
import { useCallback, useState } from "react";
import type { Figure } from "@/core/confirm";
import type { Act } from "@/core/contract";
import { Chart, type ChartLook } from "../../kit/Chart";
import { count } from "../../kit/format";
import { FigureChoice } from "./FigureChoice";
import { FIGURE_NAMES, placeName } from "./words";

register([LineChart, GridComponent, LegendComponent, TooltipComponent, AriaComponent]);

const SHADES = ["signal", "safe", "wanted", "fresh", "hold"];

/** How a figure of each place went over the acts, by the time they ended. */
export function History({ acts }: { acts: readonly Act[] }) {
  const [figure, setFigure] = useState<Figure>("confirmedSlots");
  const option = useCallback(
    ({ colour, text }: ChartLook) => {
      const ended = acts.filter(({ endedAt }) => endedAt !== null).reverse();
      const places = [...new Set(ended.flatMap(({ totals }) => totals.map(({ place }) => place)))];
      const axis = { axisLabel: text, axisLine: { lineStyle: { color: colour("line") } } };
      return {
        aria: { enabled: true },
        grid: { left: 44, right: 12, top: 26, bottom: 20 },
        legend: { top: 0, right: 0, itemHeight: 8, itemWidth: 16, textStyle: text },
        tooltip: { trigger: "axis", renderMode: "richText" },
        useUTC: true,
        xAxis: { type: "time", ...axis, splitLine: { show: false } },
        yAxis: {
          type: "value",
          scale: true,
          minInterval: 1,
          ...axis,
          axisLabel: { ...text, formatter: count },
          splitLine: { lineStyle: { color: colour("line") } },
        },
        series: places.map((place, index) => ({
          name: placeName(place),
          type: "line" as const,
          symbolSize: 5,
          color: colour(SHADES[index % SHADES.length]!),
          data: ended.flatMap(({ endedAt, totals }) => {
            const after = totals.find((one) => one.place === place)?.after;
            return after == null ? [] : [[Date.parse(endedAt!), after[figure]]];
          }),
        })),
      };
    },
    [acts, figure],
  );
  return (
    <section className="grid gap-1.5" aria-label="Over the months">
      <div className="flex items-end gap-3">
        <h2 className="heading flex-1 self-center">Over the months</h2>
        <FigureChoice inline label="Counted over the months" figure={figure} onChange={setFigure} />
      </div>
      <Chart label={`${FIGURE_NAMES[figure]} over the months`} className="h-44 w-full" option={option} />
    </section>
  );
}
