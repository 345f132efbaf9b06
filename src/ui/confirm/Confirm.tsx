"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import type { FetchReport, Job, Sending, ServiceView } from "@/core/contract";
import * as jobEndpoints from "@/core/contract/endpoints/jobs";
import * as confirm from "@/core/contract/endpoints/confirm";
import { fullTime } from "@/core/time/words";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { ProgressBar, summaryOf } from "../shell/JobLine";
import { useLogbook } from "../shell/logbook";

/** The service Lantern: what waits for it, what it answered, and what others said of us. */
export function Confirm() {
  const { logbook } = useLogbook();
  const params = { logbookId: logbook.id };
  const {
    data: view,
    error,
    refetch,
  } = useQuery({
    queryKey: ["service", logbook.id, "lantern"],
    queryFn: () => ask(confirm.serviceView, { params }),
  });
  const { data: jobs } = useQuery({ queryKey: ["jobs"], queryFn: () => ask(jobEndpoints.jobs) });
  const here = jobs?.items.filter((job) => job.logbookId === logbook.id) ?? [];
  const send = here.find((job) => job.kind === "send");
  const fetched = here.find((job) => job.kind === "fetch");

  const start = useMutation({
    mutationFn: (what: "send" | "fetchConfirmations" | "retryRefused"): Promise<unknown> =>
      ask(confirm[what], { params }),
    onError: (problem) => toast.error(problem.message),
    onSettled: () => void refetch(),
  });
  const busy = (job: Job | undefined) => job?.state === "running";
  useActions([
    { id: "send", run: () => start.mutate("send") },
    {
      id: "fetch",
      run: () => start.mutate("fetchConfirmations"),
    },
  ]);

  if (error !== null && view === undefined) {
    return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  }
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)] max-lg:overflow-auto">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-2 border-b border-line bg-panel px-4 py-3">
        <h1 className="text-title font-semibold">Lantern</h1>
        <p className="text-soft">
          {view === undefined
            ? "Loading"
            : `${many(view.waiting, "contact")} waiting${view.refused > 0 ? `, ${count(view.refused)} refused` : ""}`}
          {view?.fetchedAt && <>, last fetched {fullTime(view.fetchedAt)} UTC</>}
        </p>
        <span className="flex-1" />
        <Button
          look="act"
          disabled={view === undefined || view.waiting === 0 || busy(send)}
          onClick={() => start.mutate("send")}
        >
          {busy(send) ? "Sending" : `Send ${view === undefined ? "" : count(view.waiting)} waiting`}
        </Button>
        <Button disabled={busy(fetched)} onClick={() => start.mutate("fetchConfirmations")}>
          {busy(fetched) ? "Fetching" : "Fetch confirmations"}
        </Button>
      </header>
      <div className="grid min-h-0 grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] max-lg:grid-cols-1">
        <Column title="Outbox">
          <JobState job={send} retry={() => start.mutate("send")} />
          {view !== undefined && <Outbox view={view} onRetry={() => start.mutate("retryRefused")} />}
        </Column>
        <Column title="What came back">
          <JobState job={fetched} retry={() => start.mutate("fetchConfirmations")} />
          {fetched?.state === "done" && fetched.report !== null && <FetchLines report={fetched.report} />}
          {view !== undefined && <WithoutTwin view={view} />}
          {view !== undefined && <Receipts logbookId={logbook.id} sendings={view.sendings} />}
        </Column>
      </div>
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

function Outbox({ view, onRetry }: { view: ServiceView; onRetry: () => void }) {
  if (view.entries.length === 0)
    return <p className="text-soft">Nothing waits. Each contact you log is put here until it is sent.</p>;
  return (
    <>
      <table className="w-full border border-line bg-panel">
        <caption className="sr-only">Contacts waiting for Lantern</caption>
        <thead>
          <tr className="border-b border-line text-left">
            {["UTC", "Call", "Band", "Mode", "As", "State"].map((title) => (
              <th key={title} scope="col" className="heading px-2 py-1.5 first:pl-3">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.entries.map((entry) => (
            <tr key={entry.contactId} className="border-b border-line whitespace-nowrap last:border-0">
              <td className="px-2 py-1 pl-3 font-mono">{fullTime(entry.startedAt)}</td>
              <td className="px-2 py-1 font-mono font-bold">{entry.call}</td>
              <td className="px-2 py-1">{bandLabel(entry.band)}</td>
              <td className="px-2 py-1">{entry.mode}</td>
              <td className="px-2 py-1 font-mono text-soft">{entry.ownCall}</td>
              <td className="px-2 py-1">
                {entry.refused === null ? (
                  <>
                    <Mark kind="waiting" /> <span className="text-soft">waiting</span>
                  </>
                ) : (
                  <span className="whitespace-normal text-stop">
                    <Mark kind="fault" /> refused: {entry.refused}
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {view.waiting + view.refused > view.entries.length && (
        <p className="text-faint">and {count(view.waiting + view.refused - view.entries.length)} more</p>
      )}
      {view.refused > 0 && (
        <p className="flex items-center gap-3 text-soft">
          Refused contacts stay here until what is wrong is mended.
          <Button small onClick={onRetry}>
            Let them go out again
          </Button>
        </p>
      )}
    </>
  );
}

function FetchLines({ report }: { report: FetchReport }) {
  if (report.matchedLines.length === 0) return null;
  return (
    <section className="grid gap-1.5">
      <h3 className="heading">Confirmed by the last fetch</h3>
      <ul
        className="max-h-56 overflow-auto rounded-field border border-line bg-panel"
        tabIndex={0}
        aria-label="Confirmed by the last fetch"
      >
        {report.matchedLines.map((line, index) => (
          <li key={index} className="flex gap-3 border-b border-line px-3 py-1 last:border-0">
            <Mark kind="safe" label="confirmed" />
            <span className="w-24 font-mono font-bold">{line.call}</span>
            <span className="font-mono text-soft">{fullTime(line.startedAt)}</span>
            <span>{bandLabel(line.band)}</span>
            <span>{line.mode}</span>
            <span className="truncate text-soft">{line.text}</span>
          </li>
        ))}
      </ul>
      {report.matched > report.matchedLines.length && (
        <p className="text-faint">and {count(report.matched - report.matchedLines.length)} more</p>
      )}
    </section>
  );
}

function WithoutTwin({ view }: { view: ServiceView }) {
  if (view.withoutTwin.length === 0) return null;
  return (
    <section className="grid gap-1.5">
      <h3 className="heading">Others say, and the log does not: {count(view.withoutTwin.length)}</h3>
      <ul
        className="max-h-72 overflow-auto rounded-field border border-line bg-panel"
        tabIndex={0}
        aria-label="Without a twin in the log"
      >
        {view.withoutTwin.map((line, index) => (
          <li
            key={index}
            className="grid grid-cols-[84px_138px_1fr] gap-x-3 border-b border-line px-3 py-1 last:border-0"
          >
            <span className="font-mono font-bold">{line.call}</span>
            <span className="font-mono text-soft">{fullTime(line.startedAt)}</span>
            <span className="text-soft">
              {bandLabel(line.band)} {line.mode}: <span className="text-ink">{line.explanation}</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Receipts({ logbookId, sendings }: { logbookId: number; sendings: readonly Sending[] }) {
  const [open, setOpen] = useState<number | null>(null);
  if (sendings.length === 0) return <p className="text-soft">Receipts of sendings are kept here.</p>;
  return (
    <section className="grid gap-1.5">
      <h3 className="heading">Receipts</h3>
      <ul className="rounded-field border border-line bg-panel" aria-label="Receipts">
        {sendings.map((sending) => (
          <li key={sending.id} className="border-b border-line last:border-0">
            <button
              type="button"
              aria-expanded={open === sending.id}
              onClick={() => setOpen(open === sending.id ? null : sending.id)}
              className="flex w-full gap-4 px-3 py-1.5 text-left hover:bg-raised"
            >
              <span className="font-mono text-soft">{fullTime(sending.at)}</span>
              <span>{count(sending.accepted)} accepted</span>
              <span>{count(sending.known)} known</span>
              <span className={sending.refused > 0 ? "text-stop" : "text-soft"}>{count(sending.refused)} refused</span>
            </button>
            {open === sending.id && <Receipt logbookId={logbookId} sendingId={sending.id} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

const ANSWER_MARKS = { accepted: "hold", known: "hold", refused: "fault" } as const;

function Receipt({ logbookId, sendingId }: { logbookId: number; sendingId: number }) {
  const { data, error } = useQuery({
    queryKey: ["receipt", logbookId, sendingId],
    queryFn: () => ask(confirm.receipt, { params: { logbookId, sendingId } }),
  });
  if (error !== null) return <p className="px-3 pb-2 text-stop">{error.message}</p>;
  return (
    <ul className="max-h-60 overflow-auto border-t border-line bg-raised" tabIndex={0} aria-label="Receipt">
      {data?.items.map((line) => (
        <li key={line.contactId} className="flex gap-3 px-3 py-0.5">
          <Mark kind={ANSWER_MARKS[line.answer]} />
          <span className="w-24 font-mono">{line.call}</span>
          <span className={line.answer === "refused" ? "text-stop" : "text-soft"}>
            {line.answer === "known" ? "known already" : line.answer}
            {line.reason === null ? "" : `: ${line.reason}`}
          </span>
        </li>
      ))}
    </ul>
  );
}
