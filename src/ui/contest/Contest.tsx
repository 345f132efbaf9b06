"use client";

import { TabGroup, TabPanel, TabPanels } from "@headlessui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { secondsOf } from "@/core/contact";
import { sessionPeriods } from "@/core/contest";
import type { Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { fullTime, spanText } from "@/core/time/words";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { TabBar } from "../kit/TabBar";
import { useAddress } from "../kit/useAddress";
import { LoadFailure } from "../kit/LoadFailure";
import { useLogbook } from "../shell/logbook";
import { statisticsAddress } from "../statistics/address";
import { Calendar } from "./Calendar";
import { CheckView } from "./CheckView";
import { Operate } from "./Operate";
import { Practise } from "../practice/Practise";
import { SetupWindow } from "./SetupWindow";
import { SheetView } from "./SheetView";
import { SubmitView } from "./SubmitView";
import { phaseAt } from "./useContestLine";
import { useEntries } from "./useEntries";
import { useNow } from "../kit/useNow";

/** The contest at hand, with what is beside and after it; without one, the calendar. */
export function Contest() {
  const { logbook } = useLogbook();
  const { data, error, refetch } = useEntries(logbook.id);
  const [params, go] = useAddress();
  const chosen = params.get("entry");
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  if (data === undefined) return <p className="p-4 text-soft">The contests are being loaded.</p>;
  const entry = data.items.find(({ id }) => String(id) === chosen) ?? data.items.find(({ on }) => on) ?? null;
  if (entry === null || chosen === ALL)
    return <Calendar entries={data.items} onOpen={(id) => go({ entry: String(id), tab: null })} />;
  return <OneContest key={entry.id} entry={entry} onCalendar={() => go({ entry: ALL, tab: null })} />;
}

/** In the address: the calendar, also while an entry is on. */
const ALL = "all";
const TABS = ["Operate", "Multipliers", "Log check", "Hand in"] as const;
const inAddress = (name: string) => name.toLowerCase().replace(" ", "-");

function OneContest({ entry, onCalendar }: { entry: Entry; onCalendar: () => void }) {
  const [params, go] = useAddress();
  const tab = Math.max(
    0,
    TABS.findIndex((name) => inAddress(name) === params.get("tab")),
  );
  const setTab = (index: number) => go({ entry: String(entry.id), tab: index === 0 ? null : inAddress(TABS[index]!) });
  const [setting, setSetting] = useState(false);
  const client = useQueryClient();
  const turnOn = useMutation({
    mutationFn: () => ask(contest.changeEntry, { params: { entryId: entry.id }, body: { on: true } }),
    onSuccess: () => {
      toast(`${entry.name} is on: the entry line at the Desk logs into it, too.`);
      return client.invalidateQueries({ queryKey: ["contest", "entries"] });
    },
    onError: (error) => toast.error(error.message),
  });
  const router = useRouter();
  const showStatistics = () => {
    const { from, to } = entry.period;
    const filter = { join: "all" as const, of: [{ field: "contestId", is: "is" as const, value: entry.tag }] };
    router.push(statisticsAddress(filter, { from: from.slice(0, 10), until: to.slice(0, 10) }));
  };
  useActions([
    { id: "statistics", run: showStatistics },
    { id: "contestCalendar", label: "All contests", run: onCalendar },
    { id: "contestSetup", label: "Change the entry", run: () => setSetting(true) },
    ...TABS.map((name, index) => ({ id: `contestTab${index}`, label: `Contest: ${name}`, run: () => setTab(index) })),
  ]);
  return (
    <TabGroup
      selectedIndex={tab}
      onChange={setTab}
      className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]"
    >
      <header className="flex items-center gap-x-4 border-b border-line bg-panel px-4 max-lg:flex-wrap">
        <h1 className="truncate py-2 text-title font-semibold">{entry.name}</h1>
        <TimeLeft entry={entry} />
        <span className="flex-1" />
        <TabBar names={TABS} />
        {!entry.on && (
          <Button small look="quiet" onClick={() => turnOn.mutate()}>
            Switch it on
          </Button>
        )}
        <Practise contest={entry.tag} />
        <Button small onClick={showStatistics}>
          Statistics
        </Button>
        <Button small onClick={() => setSetting(true)}>
          Entry
        </Button>
        <Button small onClick={onCalendar}>
          All contests
        </Button>
      </header>
      <TabPanels className="min-h-0">
        <TabPanel className="h-full">
          <Operate entry={entry} />
        </TabPanel>
        <TabPanel className="h-full overflow-auto">
          <SheetView entry={entry} />
        </TabPanel>
        <TabPanel className="h-full overflow-auto">
          <CheckView entry={entry} />
        </TabPanel>
        <TabPanel className="h-full overflow-auto">
          <SubmitView entry={entry} onSetup={() => setSetting(true)} />
        </TabPanel>
      </TabPanels>
      {setting && (
        <SetupWindow
          rules={entry.rules}
          entry={entry}
          onClose={() => setSetting(false)}
          onDone={() => setSetting(false)}
        />
      )}
    </TabGroup>
  );
}

/** How long it still runs, or until it begins, or until logs are no longer taken. */
function TimeLeft({ entry }: { entry: Entry }) {
  const now = useNow();
  if (now === null) return null;
  const phase = phaseAt(entry, now);
  const text =
    phase === "before"
      ? `begins in ${until(now, entry.period.from)}`
      : phase === "running"
        ? runningText(entry, now)
        : now < entry.deadline
          ? `is over; logs are taken for ${until(now, entry.deadline)} more`
          : `is over; logs were taken until ${fullTime(entry.deadline)}`;
  return (
    <span className="truncate text-soft" role="status">
      {text}
      {!entry.on && ", switched off"}
    </span>
  );
}

/** How long it still runs, or its session; or when the next one begins. */
function runningText({ rules, period }: Entry, now: string): string {
  const at = secondsOf(now);
  const next = sessionPeriods(rules, { from: secondsOf(period.from), to: secondsOf(period.to) }).find(
    ({ to }) => to > at,
  );
  if (next === undefined) return "its last session is over";
  const name = next.session === null ? "" : `${next.session.label}: `;
  return next.from > at ? `${name}begins in ${spanText(next.from - at)}` : `${name}${spanText(next.to - at)} left`;
}

function until(from: string, to: string): string {
  return spanText(Math.max(0, Date.parse(to) - Date.parse(from)) / 1000);
}
