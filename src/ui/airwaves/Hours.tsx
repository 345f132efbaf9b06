"use client";

import { HeatmapChart, LineChart } from "echarts/charts";
import { GridComponent, MarkLineComponent, TooltipComponent, VisualMapComponent } from "echarts/components";
import { use as register } from "echarts/core";
import { useCallback, useMemo, useState } from "react";
import { bandLabel, MODE_GROUPS, type ModeGroup, modeGroup, USUAL_BANDS } from "@/core/band";
import { secondsOf } from "@/core/contact";
import type { WorkedHours } from "@/core/contract";
import { regionOf } from "@/core/entity";
import { gridCenter, pathBetween } from "@/core/geo";
import { CHANCES, type HourChance, spansOfChance, type SunMark, sunMarks } from "@/core/spot";
import type { PageReading } from "../entry/useReading";
import { Chart, type ChartLook } from "../kit/Chart";
import { Choice } from "../kit/Choice";
import { DayField } from "../kit/DayField";
import { Field } from "../kit/Field";
import { many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { useNow } from "../kit/useNow";
import { useLogbook } from "../shell/logbook";
import { useDistance } from "../shell/useDistance";
import { useRadio, useTuning } from "../shell/radio";
import { useReadingLater } from "../workspace/atHand";
import { type Place, placeTyped } from "./placeTyped";
import { ChanceMark } from "./spotColumns";
import { useHours, useSun, useWorkedHours } from "./useHours";

register([HeatmapChart, LineChart, GridComponent, MarkLineComponent, TooltipComponent, VisualMapComponent]);

/** A mode of each group, whose width is reckoned with. */
const MODE_OF: Readonly<Record<ModeGroup, string>> = { CW: "CW", voice: "SSB", digital: "FT8" };
/** How dark a cell is, by its chance. */
const SHADE = { good: 1, fair: 0.5, poor: 0.14, none: 0 } as const;

const two = (hour: number) => String(hour).padStart(2, "0");

/** When a place can be heard: by hour and band, over a day. */
export function Hours() {
  const { logbook } = useLogbook();
  const facts = useReadingLater();
  const distance = useDistance();
  const tuning = useTuning();
  const clock = useNow();
  const radioGroup = modeGroup(useRadio((radio) => radio.mode));
  const [typed, setTyped] = useState("");
  const [wantedDay, setWantedDay] = useState("");
  const [wantedGroup, setWantedGroup] = useState<ModeGroup | null>(null);
  const group = wantedGroup ?? radioGroup;
  const minute = clock?.slice(0, 16);
  const today = clock?.slice(0, 10) ?? "";
  const dayText = wantedDay || today;
  const day = /^\d{4}-\d\d-\d\d$/.test(dayText) ? Date.parse(`${dayText}T00:00:00Z`) / 1000 : NaN;
  const now = minute === undefined ? 0 : secondsOf(`${minute}:00Z`);

  const place = useMemo(() => (typed.trim() === "" ? placeOf(facts) : placeTyped(typed, now)), [typed, facts, now]);
  const here = useMemo(() => gridCenter(logbook.site.grid), [logbook.site.grid]);
  const region = regionOf(logbook.site.entityCode) ?? 2;
  const { data: sun, error: noSun, refetch } = useSun();
  const [latitude, longitude] = [place?.latitude, place?.longitude];
  const path = useMemo(
    () =>
      latitude === undefined || longitude === undefined || here === null || Number.isNaN(day)
        ? null
        : { from: { latitude, longitude }, to: here, region, mode: MODE_OF[group], day },
    [latitude, longitude, here, region, group, day],
  );
  const { data: hours, error, refetch: workOut } = useHours(path, sun?.used);
  const { data: worked } = useWorkedHours(logbook.id, place?.entity);
  const marks = useMemo(() => (path === null ? [] : sunMarks(path.to, path.from, path.day)), [path]);
  const hour = dayText === today ? Number(clock?.slice(11, 13)) : null;
  const option = useCallback(
    (look: ChartLook) => chartOption(look, hours ?? [], worked, marks, hour),
    [hours, worked, marks, hour],
  );
  const toBand = (band: string) => tuning.set({ band, frequencyHz: null });

  return (
    <div className="grid h-full min-h-0 grid-cols-[330px_minmax(0,1fr)] bg-panel @max-[860px]:grid-cols-1">
      <div className="grid min-h-0 content-start gap-2 overflow-auto border-r border-line px-4 py-2">
        <div className="grid grid-cols-[1fr_1fr] gap-2">
          <Field
            label="To a call or a grid"
            mono
            placeholder={facts?.place.call ?? "JO43"}
            value={typed}
            onChange={({ target }) => setTyped(target.value)}
            fault={
              typed.trim() !== "" && place === null ? "neither a grid, as JO43, nor the beginning of a call" : undefined
            }
          />
          <DayField
            label="Day, UTC"
            value={dayText}
            onChange={(text) => setWantedDay(text === today ? "" : text)}
            fault={Number.isNaN(day) && dayText !== "" ? "a day, as 2026-11-27" : undefined}
          />
        </div>
        <Choice
          label="Mode of the path"
          inline
          wrapperClassName="w-[120px]"
          value={group}
          onChange={({ target }) => setWantedGroup(target.value as ModeGroup)}
        >
          {MODE_GROUPS.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Choice>
        {place !== null && here !== null && (
          <p>
            <b className="font-semibold">{place.name}</b>
            <span className="text-soft">, {distance.text(pathBetween(here, place).distanceKm)}</span>
          </p>
        )}
        {here === null && <p className="text-wanted">The site has no grid: say one in Station.</p>}
        {hours !== undefined && path !== null && <OpenBands hours={hours} hour={hour} onBand={toBand} />}
        {path !== null && sun !== undefined && (
          <p className="text-tiny text-soft">
            {sun.now === null ? "No sun figures are linked: a middling sun, " : "By the last month's mean: "}
            {sun.used.sunspots} sunspots, K {sun.used.kIndex}
            {hour === null && "; another day's sun is not known"}.
          </p>
        )}
      </div>
      {noSun !== null || error !== null ? (
        <LoadFailure
          text={`The path could not be worked out: ${(noSun ?? error)!.message}`}
          onRetry={() => void (noSun === null ? workOut() : refetch())}
        />
      ) : path === null ? (
        <p className="p-8 text-center text-soft">
          Type a call in the entry line, or a place here: then stands here when it can be heard, hour by hour on each
          band.
        </p>
      ) : (
        <Chart
          label={`Chances by hour and band to ${place?.name ?? ""}; the list beside says the same`}
          className="size-full min-h-60"
          option={option}
          onPress={(data) => {
            const band = USUAL_BANDS[(data as { readonly value?: readonly number[] } | null)?.value?.[1] ?? -1];
            if (band !== undefined) toBand(band);
          }}
        />
      )}
    </div>
  );
}

/** Where the call is that is typed. */
function placeOf(facts: PageReading | null): Place | null {
  if (facts === null) return null;
  const { point, place } = facts;
  const { call, entity } = place;
  if (point === null) return null;
  return { ...point, name: entity === null ? call : `${call}, ${entity.name}`, entity: entity?.code };
}

interface OpenBandsProps {
  hours: readonly HourChance[];
  hour: number | null;
  onBand: (band: string) => void;
}

/** When each band is open, in words; those that are now, first. */
function OpenBands({ hours, hour, onBand }: OpenBandsProps) {
  const rows = [...USUAL_BANDS].reverse().map((band) => ({
    band,
    good: spansOfChance(hours, band, "good"),
    fair: spansOfChance(hours, band, "fair"),
    now: hours.find((one) => one.band === band && one.hour === hour),
  }));
  const open = rows.filter(({ fair }) => fair.length > 0);
  const rank = ({ now }: (typeof rows)[number]) => (now === undefined ? 9 : CHANCES.indexOf(now.chance));
  const closed = rows.filter(({ fair }) => fair.length === 0).map(({ band }) => bandLabel(band));
  return (
    <>
      <ul className="grid gap-px" aria-label="When each band is open">
        {open
          .sort((a, b) => rank(a) - rank(b))
          .map(({ band, good, fair, now }) => (
            <li key={band} className="grid grid-cols-[48px_58px_1fr] items-baseline gap-2">
              <button
                type="button"
                title={`Go to ${bandLabel(band)}`}
                onClick={() => onBand(band)}
                className="text-left font-mono font-semibold hover:text-signal"
              >
                {bandLabel(band)}
              </button>
              <span className="text-tiny">{now !== undefined && <ChanceMark chance={now.chance} />}</span>
              <span className="text-soft">
                {good.length > 0 && <b className="font-semibold text-ink">good {spansText(good)}</b>}
                {good.length > 0 && ", "}open {spansText(fair)}
              </span>
            </li>
          ))}
      </ul>
      {closed.length > 0 && <p className="text-soft">Not open: {closed.join(", ")}.</p>}
    </>
  );
}

function spansText(spans: readonly { readonly from: number; readonly to: number }[]): string {
  return spans.map(({ from, to }) => (from === 0 && to === 24 ? "all day" : `${two(from)}–${two(to)}`)).join(", ");
}

function chartOption(
  { colour, shade, text }: ChartLook,
  hours: readonly HourChance[],
  worked: WorkedHours | undefined,
  marks: readonly SunMark[],
  hour: number | null,
) {
  const before = new Map(worked?.items.map((item) => [`${item.band} ${item.hour}`, item.contacts]));
  const timesAt = (band: string, at: number) => before.get(`${band} ${at}`) ?? 0;
  const lines = marks.map(({ end, what, hour: at }) => ({
    xAxis: at,
    lineStyle: { color: colour(end === "here" ? "ink" : "wanted"), type: "dashed" as const, width: 1 },
    label: {
      formatter: `sun ${what === "rise" ? "rises" : "sets"} ${end}`,
      ...text,
      color: colour(end === "here" ? "ink" : "wanted"),
      distance: end === "here" ? 2 : 15,
    },
  }));
  const nowLine =
    hour === null
      ? []
      : [
          {
            xAxis: hour + 0.5,
            lineStyle: { color: colour("signal"), type: "solid" as const, width: 2 },
            label: { formatter: "now", ...text, color: colour("signal"), position: "start" as const, distance: 18 },
          },
        ];
  return {
    grid: { left: 46, right: 14, top: 34, bottom: 32 },
    tooltip: {
      renderMode: "richText",
      backgroundColor: colour("panel"),
      borderColor: colour("edge"),
      textStyle: { ...text, color: colour("ink") },
      formatter: ({ data }: { data?: { about?: string } }) => data?.about ?? "",
    },
    visualMap: { show: false, type: "piecewise", dimension: 2, pieces: [{ min: -1 }], inRange: {} },
    xAxis: [
      {
        type: "category",
        data: Array.from({ length: 24 }, (_, one) => `${two(one)}${one === 0 ? " UTC" : ""}`),
        axisLabel: text,
        axisTick: { show: false },
        axisLine: { lineStyle: { color: colour("line") } },
        splitArea: { show: false },
      },
      { type: "value", min: 0, max: 24, show: false },
    ],
    yAxis: [
      {
        type: "category",
        data: USUAL_BANDS.map(bandLabel),
        axisLabel: text,
        axisTick: { show: false },
        axisLine: { lineStyle: { color: colour("line") } },
        splitLine: { show: true, lineStyle: { color: colour("line") } },
      },
      { type: "value", min: 0, max: 1, show: false },
    ],
    series: [
      {
        type: "heatmap",
        data: hours.map(({ band, hour: at, chance, spare, reason }) => {
          const times = timesAt(band, at);
          return {
            value: [at, USUAL_BANDS.indexOf(band), CHANCES.indexOf(chance)],
            itemStyle: {
              color: shade("signal", SHADE[chance]),
              borderColor: colour("panel"),
              borderWidth: 1,
            },
            label: {
              show: true,
              formatter: `${spare >= 0 ? `+${Math.floor(spare)}` : ""}${times > 0 ? " •" : ""}`,
              color: colour(chance === "good" ? "signal-ink" : "ink"),
              fontFamily: text.fontFamily,
              fontSize: 10,
            },
            about: aboutText(band, at, { chance, reason }, times),
          };
        }),
        emphasis: { itemStyle: { borderColor: colour("ink") } },
      },
      {
        type: "line",
        xAxisIndex: 1,
        yAxisIndex: 1,
        data: [],
        markLine: { symbol: "none", silent: true, animation: false, data: [...lines, ...nowLine] },
      },
    ],
  };
}

function aboutText(
  band: string,
  hour: number,
  { chance, reason }: Pick<HourChance, "chance" | "reason">,
  times: number,
) {
  return [
    `${bandLabel(band)}, ${two(hour)} to ${two((hour + 1) % 24)} UTC: ${chance}`,
    reason,
    ...(times > 0 ? [`worked at this hour before: ${many(times, "contact")}`] : []),
  ].join("\n");
}
