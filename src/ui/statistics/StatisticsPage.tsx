"use client";

import { CalendarDays, ChartColumn, Scale } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { capital } from "@/core/capital";
import { STATISTICS } from "@/core/statistics";
import { type FilterGroup, filterText, parseFilter } from "@/core/view";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { DropMenu } from "../kit/DropMenu";
import { many } from "../kit/format";
import { useAddress } from "../kit/useAddress";
import { type EditedCondition, FilterBar } from "../log/FilterBar";
import { FilterMenu } from "../log/FilterMenu";
import { useLogbook } from "../shell/logbook";
import type { Asked } from "./leadOf";
import { comparisonsOf, isWhole, parseSpan, type Span, spanText, spanWords, usualSpans } from "./span";
import { SpanWindow } from "./SpanWindow";
import { StatisticCard } from "./StatisticCard";

/** What is counted over the log, or what a filter and a time hold of it, also beside another time. */
export function StatisticsPage() {
  const { logbook } = useLogbook();
  const [params, go] = useAddress();
  const [editing, setEditing] = useState<EditedCondition | null>(null);
  const [open, setOpen] = useState<"span" | "other" | null>(null);
  const [counted, setCounted] = useState({ round: 0, contacts: logbook.contactCount });
  const other = parseSpan(params.get("with"));
  const asked: Asked = {
    filter: parseFilter(params.get("filter")),
    span: parseSpan(params.get("time")),
    other: isWhole(other) ? other : null,
  };
  const { span } = asked;
  const today = new Date().toISOString().slice(0, 10);
  const setFilter = (filter: FilterGroup) => go({ filter: filterText(filter) });
  const setSpan = (next: Span) => go({ time: spanText(next), ...(isWhole(next) ? {} : { with: null }) });
  const compare = (next: Span | null) => go({ with: next === null ? null : spanText(next) });
  const since = logbook.contactCount - counted.contacts;
  const countAnew = () => setCounted(({ round }) => ({ round: round + 1, contacts: logbook.contactCount }));
  useActions([
    { id: "addCondition", run: () => setEditing({ into: [] }) },
    { id: "statisticsTime", label: "Statistics: count from a day until another", run: () => setOpen("span") },
    { id: "statisticsAnew", label: "Statistics: count anew", run: countAnew },
  ]);
  return (
    <div className="grid h-full grid-rows-[auto_auto_minmax(0,1fr)]">
      <div className="flex flex-wrap items-center gap-2 border-b border-line bg-panel px-4 py-2">
        <h1 className="mr-1 text-title font-semibold">Statistics</h1>
        <FilterMenu
          logbookId={logbook.id}
          setFilter={setFilter}
          onAdd={() => setEditing({ into: [] })}
          noneText="The whole log"
        />
        <DropMenu
          label={`Time: ${spanWords(span)}`}
          parts={[
            {
              entries: usualSpans(today).map((usual) => ({
                label: usual.name,
                run: () => setSpan(usual.span),
                chosen: spanText(usual.span) === spanText(span),
              })),
            },
            { entries: [{ label: "From one day until another…", run: () => setOpen("span") }] },
          ]}
        >
          <CalendarDays size={14} aria-hidden /> {capital(spanWords(span))}
        </DropMenu>
        {isWhole(span) && (
          <DropMenu
            label={asked.other === null ? "Compare with another time" : `Compared: ${spanWords(asked.other)}`}
            parts={[
              {
                entries: [
                  { label: "Nothing", run: () => compare(null), chosen: asked.other === null },
                  ...comparisonsOf(span).map((usual) => ({
                    label: usual.name,
                    run: () => compare(usual.span),
                    chosen: asked.other !== null && spanText(usual.span) === spanText(asked.other),
                  })),
                ],
              },
              { entries: [{ label: "From one day until another…", run: () => setOpen("other") }] },
            ]}
          >
            <Scale size={14} aria-hidden />
            {asked.other === null ? "Compare" : `Beside ${asked.other.from} to ${asked.other.until}`}
          </DropMenu>
        )}
        <span className="flex-1" />
        {since !== 0 && (
          <>
            <span role="status" className="text-soft">
              {since > 0 ? `${many(since, "contact")} came since` : "The log changed since"}
            </span>
            <Button small onClick={countAnew}>
              Count anew
            </Button>
          </>
        )}
        <Link href="/desk" className="text-signal underline">
          To the Desk
        </Link>
      </div>
      <div>
        <FilterBar
          logbookId={logbook.id}
          filter={asked.filter}
          setFilter={setFilter}
          editing={editing}
          setEditing={setEditing}
        />
      </div>
      <div className="overflow-auto p-3" tabIndex={0} role="region" aria-label="Everything that is counted">
        {logbook.contactCount === 0 ? (
          <p className="grid place-items-center gap-2 p-8 text-soft">
            <ChartColumn size={22} aria-hidden />
            No contact yet: what you log and import is counted here.
          </p>
        ) : (
          <div className="grid grid-cols-2 gap-3 max-lg:grid-cols-1 min-[1700px]:grid-cols-3">
            {STATISTICS.map((statistic) => (
              <StatisticCard key={statistic.id} statistic={statistic} asked={asked} round={counted.round} />
            ))}
          </div>
        )}
      </div>
      {open === "span" && (
        <SpanWindow
          title="The time that is counted"
          span={span}
          whole={false}
          onClose={() => setOpen(null)}
          onDone={(next) => {
            setSpan(next);
            setOpen(null);
          }}
        />
      )}
      {open === "other" && (
        <SpanWindow
          title="The time that it is compared with"
          span={asked.other ?? span}
          whole
          onClose={() => setOpen(null)}
          onDone={(next) => {
            compare(next);
            setOpen(null);
          }}
        />
      )}
    </div>
  );
}
