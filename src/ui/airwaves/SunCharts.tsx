"use client";

import { BarChart, LineChart } from "echarts/charts";
import { GridComponent, LegendComponent, TooltipComponent } from "echarts/components";
import { use as register } from "echarts/core";
import Link from "next/link";
import { useCallback } from "react";
import type { SunSpan } from "@/core/contract";
import { fullTime } from "@/core/time/words";
import { Chart, type ChartLook } from "../kit/Chart";
import { LoadFailure } from "../kit/LoadFailure";
import { useLinks } from "../shell/useLinks";
import { useSun } from "./useHours";

register([BarChart, LineChart, GridComponent, LegendComponent, TooltipComponent]);

const MONTH = 31;
/** From this K index on the field is disturbed, and paths near the poles suffer. */
const DISTURBED = 4;

/** What the sun and the earth's field do: now, within the last month, and along the cycle. */
export function SunCharts() {
  const { data, error, refetch } = useSun();
  const links = useLinks().links.filter(({ role, on }) => role === "sun" && on);
  const days = data?.days;
  const months = data?.months;
  const dayOption = useCallback(
    (look: ChartLook) => chartOption(look, (days ?? []).slice(-MONTH), (span) => span.slice(5), true),
    [days],
  );
  const monthOption = useCallback(
    (look: ChartLook) => chartOption(look, months ?? [], (span) => span, false),
    [months],
  );
  if (error !== null)
    return (
      <LoadFailure text={`The sun's figures could not be loaded: ${error.message}`} onRetry={() => void refetch()} />
    );
  if (data === undefined)
    return <p className="bg-panel p-8 text-center text-soft">The sun&apos;s figures are being loaded.</p>;
  const { now, used } = data;
  if (now === null)
    return (
      <p className="bg-panel p-8 text-center text-soft">
        No sun figures have come yet: propagation is worked out with a middling sun, {used.sunspots} spots and K{" "}
        {used.kIndex}.{" "}
        <Link href="/station?page=links" className="text-signal underline">
          Link who tells them in Station
        </Link>
        .
      </p>
    );
  const { sunspots, flux, aIndex, kIndex, at } = now;
  return (
    <div className="grid h-full min-h-0 grid-cols-[230px_minmax(0,1fr)_minmax(0,1fr)] gap-x-4 bg-panel px-4 py-2 @max-[860px]:grid-cols-1">
      <dl className="grid h-max grid-cols-[1fr_auto] gap-x-3 gap-y-1">
        <Figure name="Sunspots" value={sunspots} />
        <Figure name="Flux at 10.7 cm" value={flux} />
        <Figure name="A index" value={aIndex} />
        {kIndex !== null && <Figure name="K index" value={kIndex} warned={kIndex >= DISTURBED} />}
        <Figure name="Mean of a month" value={used.sunspots} />
        <dd className="col-span-full pt-1 text-tiny text-soft">
          {kIndex !== null &&
            (kIndex >= DISTURBED ? "The field is disturbed: paths near the poles are weak. " : "The field is quiet. ")}
          Told {fullTime(at)} UTC. Propagation follows the mean of the month, and the K index.
        </dd>
        {links.map(
          ({ id, name, text }) =>
            text !== null && (
              <dd key={id} role="status" className="col-span-full text-tiny text-wanted">
                {name}: {text}
              </dd>
            ),
        )}
      </dl>
      <Chart label="Sunspots, flux and K index of the last days" className="size-full min-h-56" option={dayOption} />
      <Chart label="Sunspots and flux by months, along the cycle" className="size-full min-h-56" option={monthOption} />
    </div>
  );
}

function Figure({ name, value, warned = false }: { name: string; value: number; warned?: boolean }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd className={`text-right font-mono font-semibold ${warned ? "text-wanted" : ""}`}>{value}</dd>
    </>
  );
}

function chartOption(
  { colour, text }: ChartLook,
  spans: readonly SunSpan[],
  label: (span: string) => string,
  withK: boolean,
) {
  const line = (name: string, data: readonly number[], shade: string, dashed: boolean) => ({
    name,
    type: "line" as const,
    data: [...data],
    symbol: "none",
    color: colour(shade),
    lineStyle: { color: colour(shade), width: 1.5, type: dashed ? ("dashed" as const) : ("solid" as const) },
  });
  const axis = { axisLabel: text, nameTextStyle: text, splitLine: { lineStyle: { color: colour("line") } } };
  return {
    grid: { left: 34, right: withK ? 26 : 8, top: 26, bottom: 20 },
    legend: { top: 0, right: 0, itemHeight: 8, itemWidth: 16, textStyle: text },
    tooltip: {
      trigger: "axis",
      renderMode: "richText",
      backgroundColor: colour("panel"),
      borderColor: colour("edge"),
      textStyle: { ...text, color: colour("ink") },
    },
    xAxis: {
      type: "category",
      data: spans.map(({ span }) => label(span)),
      axisLabel: text,
      axisTick: { show: false },
      axisLine: { lineStyle: { color: colour("line") } },
    },
    yAxis: [
      { type: "value", min: 0, ...axis },
      { type: "value", min: 0, max: 9, show: withK, ...axis, splitLine: { show: false } },
    ],
    series: [
      ...(withK
        ? [
            {
              name: "K index, right",
              type: "bar",
              yAxisIndex: 1,
              data: spans.map(({ kIndex }) => kIndex),
              color: colour("line"),
              barCategoryGap: "30%",
            },
          ]
        : []),
      line(
        "sunspots",
        spans.map(({ sunspots }) => sunspots),
        "signal",
        false,
      ),
      line(
        "flux",
        spans.map(({ flux }) => flux),
        "wanted",
        true,
      ),
    ],
  };
}
