"use client";

import { useMutation } from "@tanstack/react-query";
import { toast } from "sonner";
import type { InStepStep, Job } from "@/core/contract";
import { serviceById } from "@/core/confirm";
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
        {(job.state === "running" || goesOnLater(job)) && (
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

/** Whether it ended, and goes on by itself. */
function goesOnLater(job: Job): boolean {
  return job.kind === "lookUp" && job.state === "failed" && job.report?.goesOnAt != null;
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
      const { unanswered = 0, leftOut = 0, unsigned = [] } = job.report;
      const parts = [
        answersText(job.report),
        unanswered > 0 ? `${count(unanswered)} without an answer, which still wait` : "",
        leftOut > 0 ? `${count(leftOut)} left out` : "",
        ...unsigned.map(unsignedText),
      ];
      return parts.filter(Boolean).join(", ");
    }
    case "sign": {
      const { signed, leftOut, unsigned } = job.report;
      const parts = [
        `${count(signed)} signed`,
        leftOut > 0 ? `${count(leftOut)} left out` : "",
        ...unsigned.map(unsignedText),
      ];
      return parts.filter(Boolean).join(", ");
    }
    case "sendFile": {
      const { unanswered, unsigned, damaged, damagedLines, marked } = job.report;
      const [first] = damagedLines;
      const parts = [
        answersText(job.report),
        unanswered > 0 ? `${count(unanswered)} without an answer: send the file again` : "",
        marked > 0 ? `${many(marked, "contact")} of the log marked as sent` : "",
        damaged > 0 ? `${count(damaged)} not sent, the first in line ${first?.line}: ${first?.why}` : "",
        ...unsigned.map(unsignedText),
      ];
      return parts.filter(Boolean).join(", ");
    }
    case "fetch": {
      const { matched, known, withoutTwin, passedOver = 0 } = job.report;
      const said = `${count(matched)} confirmed, ${count(known)} known already, ${count(withoutTwin)} without a twin in the log`;
      return passedOver === 0 ? said : `${said}, ${count(passedOver)} of earlier days passed over`;
    }
    case "fetchAccount": {
      const { credits, granted, claimed, refused, known, apart } = job.report;
      const parts = [
        `${many(credits, "credit")}: ${count(granted)} granted`,
        claimed > 0 ? `${count(claimed)} claimed` : "",
        refused > 0 ? `${count(refused)} refused` : "",
        `${count(known)} known already`,
        apart > 0 ? `${count(apart)} that no contact of the log brings` : "",
      ];
      return parts.filter(Boolean).join(", ");
    }
    case "claim": {
      const { claim, taken, known, refused, unanswered } = job.report;
      const parts = [
        `${many(taken, "credit")} claimed as ${claim}`,
        known > 0 ? `${count(known)} claimed before` : "",
        refused > 0 ? `${count(refused)} refused` : "",
        unanswered > 0 ? `${count(unanswered)} without an answer, which are open` : "",
      ];
      return parts.filter(Boolean).join(", ");
    }
    case "inStep":
      return job.report.steps.flatMap((step) => stepResult(step) ?? []).join("; ");
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
    case "lookUp":
      return job.report.directories
        .map(({ name, asked, listed }) => `${name}: ${many(asked, "station")} asked for, ${count(listed)} listed`)
        .join("; ");
    case "count":
      return `${many(job.report.counted, "contact")} counted`;
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

/** What came of a step of bringing services in step; null where it has nothing to tell. */
export function stepResult(step: InStepStep): string | null {
  if (step.report === null) return null;
  const { name } = serviceById(step.report.service);
  switch (step.kind) {
    case "fetch":
      return `${count(step.report.matched)} confirmed by ${name}`;
    case "send": {
      const { unsigned } = step.report;
      return [`${answersText(step.report)} by ${name}`, ...unsigned.map(unsignedText)].join(", ");
    }
    case "bring": {
      const { brought, accepted, known, refused } = step.report;
      const doubted = refused.reduce((sum, { count: contacts }) => sum + contacts, 0);
      const parts = [
        `${count(accepted)} new to ${name}`,
        known > 0 ? `${count(known)} confirmed there already` : "",
        doubted > 0 ? `${count(doubted)} not believed` : "",
      ];
      return brought === 0
        ? `nothing to bring to ${name}`
        : `${count(brought)} brought: ${parts.filter(Boolean).join(", ")}`;
    }
  }
}

function answersText({ accepted, known, refused }: { accepted: number; known: number; refused: number }): string {
  return `${count(accepted)} accepted, ${count(known)} known already, ${count(refused)} refused`;
}

function unsignedText({ why, count: contacts }: { why: string; count: number }): string {
  return `${count(contacts)} not signed: ${why}`;
}
