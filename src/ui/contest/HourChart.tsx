"use client";

import { BarChart, LineChart } from "echarts/charts";
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from "echarts/components";
import { use as register } from "echarts/core";
import { useCallback } from "react";
import type { Entry, Standing } from "@/core/contract";
import { Chart, type ChartLook } from "../kit/Chart";

register([BarChart, LineChart, GridComponent, LegendComponent, TooltipComponent, AriaComponent]);

/** Contacts by the hour of the contest, against an earlier year and against what the goal asks of each hour. */
export function HourChart({ entry, standing }: { entry: Entry; standing: Standing }) {
  const { hours, earlier } = standing;
  const pace = entry.goal === null ? null : entry.goal / (standing.operatingHours ?? Math.max(1, hours.length));
  const start = Date.parse(entry.period.from);

  const option = useCallback(
    ({ colour, text }: ChartLook) => {
      const label = (hour: number) => new Date(start + hour * 3_600_000).toISOString().slice(11, 13);
      const line = (name: string, data: readonly number[], shade: string) => ({
        name,
        type: "line" as const,
        data: [...data],
        symbol: "none",
        color: colour(shade),
        lineStyle: { color: colour(shade), width: 1.5 },
      });
      const earlierLine =
        earlier === null
          ? []
          : [
              line(
                earlier.name,
                earlier.hours.map(({ contacts }) => contacts),
                "wanted",
              ),
            ];
      const goalLine =
        pace === null
          ? []
          : [
              line(
                "goal",
                hours.map(() => Math.round(pace * 10) / 10),
                "faint",
              ),
            ];
      return {
        aria: { enabled: true },
        grid: { left: 30, right: 4, top: 22, bottom: 18 },
        legend: { top: 0, right: 0, itemHeight: 8, itemWidth: 12, textStyle: text },
        tooltip: { trigger: "axis", renderMode: "richText" },
        xAxis: {
          type: "category",
          data: hours.map(({ hour }) => label(hour)),
          axisLabel: text,
          axisTick: { show: false },
          axisLine: { lineStyle: { color: colour("line") } },
        },
        yAxis: {
          type: "value",
          minInterval: 1,
          axisLabel: text,
          splitLine: { lineStyle: { color: colour("line") } },
        },
        series: [
          {
            name: "by hour, UTC",
            type: "bar",
            data: hours.map(({ contacts }) => contacts),
            color: colour("signal"),
            barCategoryGap: "20%",
          },
          ...earlierLine,
          ...goalLine,
        ],
      };
    },
    [start, hours, earlier, pace],
  );
  return <Chart label="Contacts by the hour" className="mt-2 h-32 w-full" option={option} />;
}
