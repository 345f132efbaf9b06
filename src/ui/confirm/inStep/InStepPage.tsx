"use client";

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { ActView, JobOf, PlaceChart } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/inStep";
import * as jobEndpoints from "@/core/contract/endpoints/jobs";
import { fullTime } from "@/core/time/words";
import { useActions } from "../../kit/actions";
import { ask } from "../../kit/api";
import { Button } from "../../kit/Button";
import { LoadFailure } from "../../kit/LoadFailure";
import { useJob } from "../../kit/useJob";
import { useLogbook } from "../../shell/logbook";
import { ActList } from "./ActList";
import { Comparison } from "./Comparison";
import { History } from "./History";
import { inStepKey } from "./inStepKey";
import { StartWindow } from "./StartWindow";
import { Steps } from "./Steps";

/** What is looked at: how all stand now, or an act by its number; null for the newest. */
type Shown = "now" | number | null;

/** Bringing services in step: what is done, what each has before and after, and how that went over the months. */
export function InStepPage() {
  const { logbook } = useLogbook();
  const logbookId = logbook.id;
  const [shown, setShown] = useState<Shown>(null);
  const [starting, setStarting] = useState(false);
  const {
    data: acts,
    error,
    refetch,
  } = useQuery({ queryKey: inStepKey(logbookId), queryFn: () => ask(endpoints.acts, { params: { logbookId } }) });
  const { data: jobs } = useQuery({ queryKey: ["jobs"], queryFn: () => ask(jobEndpoints.jobs) });
  const running = jobs?.items.find(
    (job): job is JobOf<"inStep"> => job.kind === "inStep" && job.logbookId === logbookId && job.state === "running",
  );
  const act = acts?.items.find(({ id }) => id === shown) ?? acts?.items[0];
  const isAct = shown !== "now" && act !== undefined;
  const { data: view } = useQuery({
    queryKey: [...inStepKey(logbookId), act?.id],
    queryFn: () => ask(endpoints.act, { params: { logbookId, actId: act!.id } }),
    enabled: isAct,
  });
  const now = useQuery({
    queryKey: ["charts", logbookId],
    queryFn: () => ask(endpoints.charts, { params: { logbookId } }),
    enabled: shown === "now",
    staleTime: 0,
    retry: false,
  });
  const jobId = shown === null && running !== undefined ? running.id : isAct ? act.jobId : null;
  const job = useJob(jobId, "inStep");
  useActions([{ id: "inStep", label: "Bring services in step", run: () => setStarting(true) }]);

  if (error !== null && acts === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_minmax(0,1fr)] max-lg:overflow-auto">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-panel px-4 py-2.5">
        <p className="min-w-0 flex-1 text-soft">{acts === undefined ? "Loading" : lastText(acts.items[0]?.endedAt)}</p>
        <Button look="act" disabled={running !== undefined} onClick={() => setStarting(true)}>
          {running === undefined ? "Bring in step" : "Under way"}
        </Button>
        <Button disabled={now.isFetching} onClick={() => (shown === "now" ? void now.refetch() : setShown("now"))}>
          {now.isFetching ? "Asking" : "Ask how each stands now"}
        </Button>
      </header>
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(0,1.7fr)] max-lg:grid-cols-1">
        <section
          aria-label="What was done"
          tabIndex={0}
          className="grid min-h-0 content-start gap-4 overflow-auto border-r border-line p-4"
        >
          {job !== null && shown !== "now" && <Steps job={job} />}
          {acts?.items.length === 0 && running === undefined && <HowItGoes />}
          {acts !== undefined && acts.items.length > 0 && (
            <>
              <ActList
                acts={acts.items}
                shown={isAct && (shown !== null || running === undefined) ? act.id : null}
                onShow={setShown}
              />
              <History acts={acts.items} />
            </>
          )}
        </section>
        <section aria-label="What each has" tabIndex={0} className="min-h-0 overflow-auto p-4">
          {shown === "now" ? (
            <Now charts={now.data?.items} error={now.error} />
          ) : (
            isAct && view?.id === act.id && <ComparisonOf logbookId={logbookId} view={view} />
          )}
        </section>
      </div>
      {starting && (
        <StartWindow
          logbookId={logbookId}
          onStarted={() => {
            setStarting(false);
            setShown(null);
          }}
          onClose={() => setStarting(false)}
        />
      )}
    </div>
  );
}

function lastText(endedAt: string | null | undefined): string {
  if (endedAt === undefined) return "Never brought in step from here";
  return endedAt === null
    ? "The last time it did not come to its end"
    : `Last brought in step ${fullTime(endedAt)} UTC`;
}

function HowItGoes() {
  return (
    <div className="grid max-w-prose gap-2 text-soft">
      <h2 className="heading">How it goes</h2>
      <p>Each service is asked what is new, and that is taken into the log. Then it is sent what it lacks.</p>
      <p>A service that hears of the others is brought what those confirm, and is asked what came of it.</p>
      <p>What each has is kept before and after: here you see what it gained, and which contacts that was.</p>
    </div>
  );
}

function ComparisonOf({ logbookId, view }: { logbookId: number; view: ActView }) {
  const { id, startedAt, endedAt, before, after } = view;
  const title = `${endedAt === null ? "How each stood" : "Before and after"} ${fullTime(startedAt)} UTC`;
  return <Comparison key={id} title={title} before={before} after={after} gainsOf={{ logbookId, actId: id }} />;
}

function Now({ charts, error }: { charts: readonly PlaceChart[] | undefined; error: Error | null }) {
  if (charts !== undefined)
    return <Comparison key="now" title="How each stands now" before={charts} after={[]} gainsOf={null} />;
  return error === null ? (
    <p className="text-soft">Asking</p>
  ) : (
    <p role="alert" className="text-stop">
      {error.message}
    </p>
  );
}
