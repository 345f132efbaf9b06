"use client";

import { TabGroup, TabPanel, TabPanels } from "@headlessui/react";
import { useQuery } from "@tanstack/react-query";
import { BarChart, HeatmapChart, LineChart } from "echarts/charts";
import { GridComponent, LegendComponent, TooltipComponent, VisualMapComponent } from "echarts/components";
import { use as register } from "echarts/core";
import { Download } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useCallback, useMemo, useRef } from "react";
import * as endpoints from "@/core/contract/endpoints/statistics";
import type { Statistic } from "@/core/statistics";
import { csvText, type FilterGroup } from "@/core/view";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Chart, type ChartLook } from "../kit/Chart";
import { count } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { saveFile } from "../kit/saveFile";
import { TabBar } from "../kit/TabBar";
import { TableHead } from "../kit/TableHead";
import { useLogbook } from "../shell/logbook";
import { useDistance } from "../shell/useDistance";
import { chartOption, DRAWN, isBySize } from "./chartOption";
import { type Asked, leadOf } from "./leadOf";
import { type Cell, type Row, rowsOf, titlesOf } from "./rows";
import { instantsOf, type Span } from "./span";
import { useSeen } from "./useSeen";

register([BarChart, HeatmapChart, LineChart, GridComponent, LegendComponent, TooltipComponent, VisualMapComponent]);

interface StatisticCardProps {
  statistic: Statistic;
  asked: Asked;
  /** Changes whenever all is to be counted anew. */
  round: number;
}

/** One statistic: as a chart, in figures, and as a file. It is counted when it comes into sight. */
export function StatisticCard({ statistic, asked, round }: StatisticCardProps) {
  const { id, title, about, form, along } = statistic;
  const box = useRef<HTMLElement>(null);
  const isSeen = useSeen(box);
  const counted = useCounted(statistic, asked.filter, asked.span, round, isSeen);
  const compared = useCounted(statistic, asked.filter, asked.other, round, isSeen);
  const { unit } = useDistance();
  const data = counted.data;
  const other = asked.other === null ? null : (compared.data ?? null);
  const isReady = data !== undefined && (asked.other === null || other !== null);
  // Only whole times are compared.
  const [from, otherFrom] = [asked.span.from ?? "", asked.other?.from ?? ""];
  const rows = useMemo(() => {
    if (!isReady) return [];
    const beside = other === null ? null : ({ counted: other, from: [from, otherFrom] } as const);
    return rowsOf(statistic, data, beside, unit);
  }, [isReady, statistic, data, other, from, otherFrom, unit]);
  const error = counted.error ?? compared.error;
  const heading = `statistic-${id}`;
  const isEmpty = rows.every(({ cells }) => cells.every(({ value }) => value === 0));
  const tall = form === "cells" ? "h-64" : "h-56";

  function save() {
    const lines = [
      titlesOf(statistic, other !== null),
      ...rows.map(({ label, across, cells }) => [
        label,
        ...(across === null ? [] : [across]),
        ...cells.map(({ value }) => String(value)),
      ]),
    ];
    saveFile(`statistics-${id}.csv`, csvText(lines), "text/csv;charset=utf-8");
  }

  return (
    <section ref={box} aria-labelledby={heading} className="min-w-0 border border-line bg-panel">
      <TabGroup>
        <div className="flex items-center gap-2 border-b border-line pr-2 pl-3">
          <h2 id={heading} className="truncate font-semibold">
            {title}
          </h2>
          <span className="flex-1" />
          <TabBar names={["Chart", "Figures"]} />
          <Button small look="quiet" disabled={!isReady} onClick={save} aria-label={`Save ${title} as CSV`}>
            <Download size={13} aria-hidden /> CSV
          </Button>
        </div>
        <p className="truncate px-3 pt-1.5 text-tiny text-soft" title={about}>
          {about}
          {isReady &&
            data.without > 0 &&
            ` ${count(data.without)} have no ${along.lacking ?? along.label.toLowerCase()}.`}
          {other !== null && form === "cells" && " The figures have the other time, too."}
          {isReady && isBySize(statistic) && rows.length > DRAWN && ` The first ${DRAWN} of ${rows.length} are drawn.`}
        </p>
        {error !== null && !isReady ? (
          <div className={tall}>
            <LoadFailure
              text={error.message}
              onRetry={() => void Promise.all([counted, compared].map(({ refetch }) => refetch()))}
            />
          </div>
        ) : !isReady ? (
          <p className={`grid place-items-center text-soft ${tall}`}>{isSeen ? "It is counted." : ""}</p>
        ) : isEmpty ? (
          <p className={`grid place-items-center text-soft ${tall}`}>There is nothing to count here.</p>
        ) : (
          <TabPanels>
            <TabPanel tabIndex={-1}>
              <StatisticChart statistic={statistic} rows={rows} asked={asked} className={tall} />
            </TabPanel>
            <TabPanel tabIndex={-1} className={`overflow-auto ${tall}`}>
              <FigureTable statistic={statistic} rows={rows} asked={asked} isCompared={other !== null} />
            </TabPanel>
          </TabPanels>
        )}
      </TabGroup>
    </section>
  );
}

function useCounted({ id }: Statistic, filter: FilterGroup, span: Span | null, round: number, isSeen: boolean) {
  const { logbook } = useLogbook();
  const asked = {
    ...(filter.of.length === 0 ? {} : { filter: JSON.stringify(filter) }),
    ...(span === null ? {} : instantsOf(span)),
  };
  return useQuery({
    queryKey: ["statistic", logbook.id, id, asked, round],
    queryFn: () => ask(endpoints.statistic, { params: { logbookId: logbook.id, statistic: id }, query: asked }),
    enabled: isSeen && span !== null,
    staleTime: Infinity,
  });
}

interface FiguresProps {
  statistic: Statistic;
  rows: readonly Row[];
  asked: Asked;
}

function StatisticChart({ statistic, rows, asked, className }: FiguresProps & { className: string }) {
  const router = useRouter();
  const option = useCallback((look: ChartLook) => chartOption(statistic, rows, look), [statistic, rows]);
  return (
    <Chart
      label={`${statistic.title}; its figures say the same`}
      className={`w-full ${className}`}
      option={option}
      onPress={(pressed) => {
        const lead = leadOf(statistic, asked, (pressed as { readonly cell?: Cell } | null)?.cell);
        if (lead !== null) router.push(lead);
      }}
    />
  );
}

/** The same in figures; each leads to its contacts. */
function FigureTable({ statistic, rows, asked, isCompared }: FiguresProps & { isCompared: boolean }) {
  const { title, across, isPart, series } = statistic;
  const shown = across === null ? rows : rows.filter(({ cells }) => cells.some(({ value }) => value > 0));
  const titles = titlesOf(statistic, isCompared);
  return (
    <table className="w-full">
      <caption className="sr-only">{title}</caption>
      <TableHead titles={isPart && !isCompared ? [...titles, `% ${series[1]!.label}`] : titles} />
      <tbody>
        {shown.map((row) => (
          <tr key={row.key} className="border-b border-line last:border-0">
            <th scope="row" className="px-2 py-1 pl-3 text-left font-normal">
              {row.label}
            </th>
            {row.across !== null && <td className="px-2 py-1">{row.across}</td>}
            {row.cells.map((cell, nth) => (
              <td key={nth} className="px-2 py-1 tabular-nums">
                <Figure cell={cell} lead={leadOf(statistic, asked, cell)} />
              </td>
            ))}
            {isPart && !isCompared && <td className="px-2 py-1 text-soft tabular-nums">{shareText(row)}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Figure({ cell: { value }, lead }: { cell: Cell; lead: string | null }) {
  if (lead === null || value === 0) return <span className="text-soft">{count(value)}</span>;
  return (
    <Link href={lead} prefetch={false} className="underline decoration-line underline-offset-2 hover:text-signal">
      {count(value)}
    </Link>
  );
}

function shareText({ cells: [all, part] }: Row): string {
  return all === undefined || part === undefined || all.value === 0
    ? ""
    : `${Math.round((part.value / all.value) * 100)} %`;
}
