"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { toast } from "sonner";
import { sendTimesText, serviceById, type ServiceId } from "@/core/confirm";
import type { Job } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import * as jobEndpoints from "@/core/contract/endpoints/jobs";
import { fullTime } from "@/core/time/words";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { ProgressBar, summaryOf } from "../shell/JobLine";
import { useLogbook } from "../shell/logbook";
import { useOutboxes } from "../shell/useOutboxes";
import { Arrived } from "./Arrived";
import { FetchLines } from "./CameBack";
import { FetchWindow } from "./FetchWindow";
import { useUnsignedWhy } from "./identity/useIdentities";
import { Outbox } from "./Outbox";
import { Receipts } from "./Receipts";
import { SendWindow } from "./SendWindow";
import { ServiceWindow } from "./ServiceWindow";
import { WithoutTwin } from "./WithoutTwin";

/** One service: what waits for it, what it answered, what it has, and what others said of us. */
export function ServicePage({ service }: { service: ServiceId }) {
  const { logbook } = useLogbook();
  const [setting, setSetting] = useState(false);
  const [sendingMore, setSendingMore] = useState(false);
  const [fetchingAgain, setFetchingAgain] = useState(false);
  const { name } = serviceById(service);
  const params = { logbookId: logbook.id, service };
  const {
    data: view,
    error,
    refetch,
  } = useQuery({
    queryKey: ["service", logbook.id, service],
    queryFn: () => ask(confirm.serviceView, { params }),
  });
  const { data: jobs } = useQuery({ queryKey: ["jobs"], queryFn: () => ask(jobEndpoints.jobs) });
  const outboxes = useOutboxes(logbook.id);
  const unsignedWhy = useUnsignedWhy(service);
  const here = jobs?.items.filter((job) => job.logbookId === logbook.id && job.service === service) ?? [];
  const send = here.find((job) => job.kind === "send");
  const file = here.find((job) => job.kind === "sendFile");
  const fetched = here.find((job) => job.kind === "fetch");

  const start = useMutation({
    mutationFn: (what: "send" | "fetchConfirmations" | "retryRefused"): Promise<unknown> =>
      ask(confirm[what], { params }),
    onError: (problem) => toast.error(problem.message),
    onSettled: () => void refetch(),
  });
  const busy = (job: Job | undefined) => job?.state === "running";
  useActions([
    { id: "send", label: `Send what waits for ${name}`, run: () => start.mutate("send") },
    { id: "fetch", label: `Fetch confirmations from ${name}`, run: () => start.mutate("fetchConfirmations") },
    { id: "sendMore", label: `Send more to ${name}`, run: () => setSendingMore(true) },
    {
      id: "fetchAgain",
      label: `Fetch again from ${name}, from the beginning or a day`,
      run: () => setFetchingAgain(true),
    },
    { id: "serviceSettings", label: `Settings of ${name}`, run: () => setSetting(true) },
  ]);

  if (error !== null && view === undefined) {
    return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  }
  // Of the listed: what lies beyond is seen when these have gone.
  const unsigned =
    view === undefined || unsignedWhy === undefined
      ? null
      : view.entries.filter((one) => one.refused === null && unsignedWhy(one) !== null).length;
  const goes = view === undefined || unsigned === null ? null : view.waiting - unsigned;
  const resting = view?.restsUntil ?? null;
  const isByItself = view !== undefined && (view.settings.byItself.when !== "never" || view.settings.byItself.ending);
  const pause = outboxes.find((outbox) => outbox.service === service)?.pause;
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_minmax(0,1fr)] max-lg:overflow-auto">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-panel px-4 py-2.5">
        <p className="min-w-0 flex-1 text-soft">
          {view === undefined ? (
            "Loading"
          ) : (
            <>
              {many(view.waiting, "contact")} waiting
              {unsigned !== null && unsigned > 0 && `, ${count(unsigned)} of them not signed`}
              {view.refused > 0 && `, ${count(view.refused)} refused`}
              {view.fetchedAt !== null && `, last fetched ${fullTime(view.fetchedAt)} UTC`}
              {isByItself && `, sent ${sendTimesText(view.settings.byItself)}`}
              {!view.settings.isUsed && "; new contacts are not put here"}
            </>
          )}
          {resting !== null && (
            <span role="status" className="ml-2 text-stop">
              {name} is busy and asks to be left alone until {fullTime(resting)} UTC.
            </span>
          )}
          {resting === null && pause != null && (
            <span role="status" className="ml-2 text-stop" title={pause.why}>
              Sending by itself pauses until {fullTime(pause.until)} UTC.
            </span>
          )}
        </p>
        <Button look="act" disabled={goes === null || goes === 0 || busy(send)} onClick={() => start.mutate("send")}>
          {busy(send) ? "Sending" : `Send ${goes === null ? "" : count(goes)} waiting`}
        </Button>
        <Button disabled={busy(send)} onClick={() => setSendingMore(true)}>
          Send more
        </Button>
        <Button disabled={busy(fetched)} onClick={() => start.mutate("fetchConfirmations")}>
          {busy(fetched) ? "Fetching" : "Fetch confirmations"}
        </Button>
        <Button disabled={busy(fetched)} onClick={() => setFetchingAgain(true)}>
          Fetch again
        </Button>
        <Button look="quiet" disabled={view === undefined} onClick={() => setSetting(true)}>
          Settings
        </Button>
      </header>
      <div className="grid min-h-0 grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] max-lg:grid-cols-1">
        <Column title="Outbox">
          <JobState job={send} retry={() => start.mutate("send")} />
          <JobState job={file} retry={() => setSendingMore(true)} />
          {view !== undefined && <Outbox view={view} onRetry={() => start.mutate("retryRefused")} />}
        </Column>
        <Column title="What came back">
          <JobState job={fetched} retry={() => start.mutate("fetchConfirmations")} />
          {fetched?.state === "done" && fetched.report !== null && <FetchLines report={fetched.report} />}
          {view !== undefined && view.fetchedAt === null && fetched === undefined && (
            <p className="text-soft">Nothing was fetched yet: what others say of you comes with a fetch.</p>
          )}
          {view !== undefined && <WithoutTwin logbookId={logbook.id} view={view} />}
          <Arrived logbookId={logbook.id} service={service} />
          {view !== undefined && <Receipts logbookId={logbook.id} sendings={view.sendings} />}
        </Column>
      </div>
      {sendingMore && <SendWindow logbookId={logbook.id} service={service} onClose={() => setSendingMore(false)} />}
      {fetchingAgain && (
        <FetchWindow logbookId={logbook.id} service={service} onClose={() => setFetchingAgain(false)} />
      )}
      {setting && view !== undefined && (
        <ServiceWindow logbookId={logbook.id} settings={view.settings} onClose={() => setSetting(false)} />
      )}
    </div>
  );
}

function Column({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section
      aria-label={title}
      tabIndex={0}
      className="grid min-h-0 content-start gap-4 overflow-auto border-r border-line p-4 last:border-r-0"
    >
      <h2 className="heading">{title}</h2>
      {children}
    </section>
  );
}

/** The last sending or fetch: its progress, how it ended, and the way to try again. */
function JobState({ job, retry }: { job: Job | undefined; retry: () => void }) {
  if (job === undefined) return null;
  const bad = job.state === "failed" || job.state === "interrupted";
  return (
    <div
      role="status"
      className={`grid gap-2 rounded-field border px-3 py-2.5 ${bad ? "border-stop bg-stop-wash" : "border-line bg-panel"}`}
    >
      <div className="flex items-center justify-between gap-3">
        <span>
          <b className="font-semibold">{job.title}</b>{" "}
          <span className="text-soft">{fullTime(job.endedAt ?? job.startedAt)} UTC</span>
        </span>
        {bad && (
          <Button small onClick={retry}>
            Try again
          </Button>
        )}
      </div>
      {job.state === "running" && <ProgressBar job={job} />}
      {job.problem !== null && <p className={bad ? "text-stop" : "text-soft"}>{job.problem}</p>}
      {job.report !== null && <p className="text-soft">{summaryOf(job)}</p>}
    </div>
  );
}
