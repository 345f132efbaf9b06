"use client";

import { BarChart, LineChart } from "echarts/charts";
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from "echarts/components";
import { use as register } from "echarts/core";
import { useCallback } from "react";
import { anHour, type PracticeRunLine } from "@/core/practice";
import { isoTime } from "@/core/contact";
import { Chart, type ChartLook } from "../kit/Chart";

register([BarChart, LineChart, GridComponent, LegendComponent, TooltipComponent, AriaComponent]);

/** Right contacts an hour, and how much was right, from run to run, the oldest first. */
export function RunsChart({ runs }: { runs: readonly PracticeRunLine[] }) {
  const option = useCallback(
    ({ colour, text }: ChartLook) => {
      const inTurn = [...runs].reverse();
      const axis = {
        type: "value" as const,
        min: 0,
        axisLabel: text,
        splitLine: { lineStyle: { color: colour("line") } },
      };
      return {
        aria: { enabled: true },
        grid: { left: 40, right: 44, top: 26, bottom: 22 },
        legend: { top: 0, right: 0, itemHeight: 8, itemWidth: 12, textStyle: text },
        tooltip: { trigger: "axis", renderMode: "richText" },
        xAxis: {
          type: "category",
          data: inTurn.map(({ startedAt }) => isoTime(startedAt).slice(5, 16).replace("T", " ")),
          axisLabel: text,
          axisTick: { show: false },
          axisLine: { lineStyle: { color: colour("line") } },
        },
        yAxis: [axis, { ...axis, max: 100, splitLine: { show: false } }],
        series: [
          {
            name: "right contacts an hour",
            type: "bar",
            data: inTurn.map((run) => Math.round(anHour(run))),
            color: colour("signal"),
            barMaxWidth: 28,
          },
          {
            name: "right, %",
            type: "line",
            yAxisIndex: 1,
            data: inTurn.map(({ right, logged }) => (logged === 0 ? null : Math.round((100 * right) / logged))),
            color: colour("wanted"),
            lineStyle: { color: colour("wanted"), width: 1.5 },
          },
        ],
      };
    },
    [runs],
  );
  return (
    <Chart
      label="Right contacts an hour, and how much was right, from run to run"
      className="h-40 w-full"
      option={option}
    />
  );
}
