"use client";

import { useQuery } from "@tanstack/react-query";
import { LineChart } from "echarts/charts";
import { GridComponent, LegendComponent, TooltipComponent } from "echarts/components";
import { use as register } from "echarts/core";
import { useCallback } from "react";
import type { Award } from "@/core/award";
import type { AwardYear } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/awards";
import { ask } from "../kit/api";
import { Chart, type ChartLook } from "../kit/Chart";
import { count } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { TableHead } from "../kit/TableHead";
import { useLogbook } from "../shell/logbook";
import { looksKey } from "./awardKeys";

register([LineChart, GridComponent, LegendComponent, TooltipComponent]);

const LINES = [
  { name: "worked", key: "worked", colour: "hold" },
  { name: "confirmed", key: "confirmed", colour: "safe" },
] as const;

/** How an award grew: by the end of each year, worked and confirmed, as lines and in figures. */
export function YearsView({ award }: { award: Award }) {
  const { logbook } = useLogbook();
  const { data, error, refetch } = useQuery({
    queryKey: [...looksKey(logbook.id), "years", award.id],
    queryFn: () => ask(endpoints.awardYears, { params: { logbookId: logbook.id, award: award.id } }),
  });
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  if (data === undefined) return <p className="p-8 text-soft">The whole log is looked through.</p>;
  if (data.items.length === 0) return <p className="p-8 text-soft">No {award.one} was worked yet.</p>;
  return (
    <div
      className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)_280px] max-lg:grid-cols-1"
      tabIndex={0}
      role="region"
      aria-label="Over the years"
    >
      <YearChart award={award} years={data.items} />
      <div className="min-h-0 overflow-auto border-l border-line" tabIndex={0} role="region" aria-label="In figures">
        <table className="w-full">
          <caption className="sr-only">{award.name} by the end of each year</caption>
          <TableHead titles={["Until the end of", "Worked", "Confirmed"]} />
          <tbody>
            {[...data.items].reverse().map(({ year, worked, confirmed }, index, all) => {
              const before = all[index + 1];
              return (
                <tr key={year} className="border-b border-line last:border-0">
                  <th scope="row" className="px-2 py-1 pl-3 text-left font-normal">
                    {year}
                  </th>
                  <td className="px-2 py-1">
                    {count(worked)} <Gain by={worked - (before?.worked ?? 0)} />
                  </td>
                  <td className="px-2 py-1">
                    {count(confirmed)} <Gain by={confirmed - (before?.confirmed ?? 0)} />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </div>
  );
}

function Gain({ by }: { by: number }) {
  return by === 0 ? null : <span className="text-soft">+{count(by)}</span>;
}

function YearChart({ award, years }: { award: Award; years: readonly AwardYear[] }) {
  const option = useCallback(
    ({ colour, text }: ChartLook) => {
      const axis = { axisLabel: text, axisLine: { lineStyle: { color: colour("line") } } };
      return {
        grid: { left: 52, right: 20, top: 36, bottom: 28 },
        legend: { top: 8, right: 20, itemHeight: 8, itemWidth: 16, textStyle: text },
        tooltip: { trigger: "axis", renderMode: "richText" },
        xAxis: { type: "category", boundaryGap: false, data: years.map(({ year }) => String(year)), ...axis },
        yAxis: {
          type: "value",
          minInterval: 1,
          ...axis,
          axisLabel: { ...text, formatter: count },
          splitLine: { lineStyle: { color: colour("line") } },
        },
        series: LINES.map(({ name, key, colour: shade }) => ({
          name,
          type: "line" as const,
          symbolSize: 5,
          color: colour(shade),
          data: years.map((year) => year[key]),
        })),
      };
    },
    [years],
  );
  return <Chart label={`${award.name} over the years`} className="h-full min-h-64 w-full bg-panel" option={option} />;
}
