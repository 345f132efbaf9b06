"use client";

import { useMutation } from "@tanstack/react-query";
import { toast } from "sonner";
import type { Job } from "@/core/contract";
import * as jobs from "@/core/contract/endpoints/jobs";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";

const STATES: Readonly<Record<Job["state"], string>> = {
  running: "running",
  done: "done",
  failed: "failed",
  cancelled: "cancelled",
  interrupted: "interrupted",
};

/** One job: what, how far, how it ended, and what can be done about it. */
export function JobLine({ job }: { job: Job }) {
  const act = useMutation({
    mutationFn: (what: "cancelJob" | "runJobAgain") => ask(jobs[what], { params: { jobId: job.id } }),
    onError: (error) => toast.error(error.message),
  });
  const bad = job.state === "failed" || job.state === "interrupted";
  return (
    <div className="grid gap-1.5">
      <div className="flex items-baseline justify-between gap-3">
        <b className="min-w-0 truncate font-semibold">{job.title}</b>
        <span className={bad ? "font-semibold text-stop" : "text-soft"}>{STATES[job.state]}</span>
      </div>
      {job.state === "running" && <ProgressBar job={job} />}
      {job.problem !== null && <p className={bad ? "text-stop" : "text-soft"}>{job.problem}</p>}
      {job.report !== null && <p className="text-soft">{summaryOf(job)}</p>}
      <div className="flex items-center justify-between">
        <span className="text-tiny text-faint">{fullTime(job.startedAt)} UTC</span>
        {job.state === "running" && (
          <Button small look="quiet" onClick={() => act.mutate("cancelJob")}>
            Cancel
          </Button>
        )}
        {(bad || job.state === "cancelled") && (
          <Button small onClick={() => act.mutate("runJobAgain")}>
            Run again
          </Button>
        )}
      </div>
    </div>
  );
}

export function ProgressBar({ job }: { job: Job }) {
  const { done, total } = job.progress;
  const share = total === null || total === 0 ? null : Math.min(1, done / total);
  return (
    <div
      role="progressbar"
      aria-label={job.title}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={share === null ? undefined : Math.round(share * 100)}
      className="h-1.5 overflow-hidden rounded-full bg-line"
    >
      <div
        className={`h-full bg-signal ${share === null ? "w-1/3 animate-pulse" : ""}`}
        style={share === null ? undefined : { width: `${share * 100}%` }}
      />
    </div>
  );
}

/** A job's report in one line. */
export function summaryOf(job: Job): string {
  if (job.report === null) return "";
  switch (job.kind) {
    case "import": {
      const { read, added, duplicates, refusedCount } = job.report;
      return `${count(read)} read, ${count(added)} added, ${many(duplicates, "duplicate")}, ${count(refusedCount)} refused`;
    }
    case "send": {
      const { accepted, known, refused, unanswered = 0, leftOut = 0 } = job.report;
      const parts = [
        `${count(accepted)} accepted, ${count(known)} known already, ${count(refused)} refused`,
        unanswered > 0 ? `${count(unanswered)} without an answer, which still wait` : "",
        leftOut > 0 ? `${count(leftOut)} left out` : "",
      ];
      return parts.filter(Boolean).join(", ");
    }
    case "fetch": {
      const { matched, known, withoutTwin, passedOver = 0 } = job.report;
      const said = `${count(matched)} confirmed, ${count(known)} known already, ${count(withoutTwin)} without a twin in the log`;
      return passedOver === 0 ? said : `${said}, ${count(passedOver)} of earlier days passed over`;
    }
    case "change": {
      const { changed, unchanged, refusedCount, meanwhile } = job.report;
      const parts = [
        many(changed, "contact"),
        unchanged > 0 ? `${count(unchanged)} were like that` : "",
        refusedCount > 0 ? `${count(refusedCount)} could not be` : "",
        meanwhile > 0 ? `${count(meanwhile)} left alone, changed meanwhile` : "",
      ];
      return parts.filter(Boolean).join(", ");
    }
    case "sendLook":
    case "preview":
    case "look":
      return "";
    case "undo": {
      const { undone, blocked } = job.report;
      return `${many(undone, "contact")} put back${blocked.length > 0 ? `, ${count(blocked.length)} kept because they changed since` : ""}`;
    }
  }
}
