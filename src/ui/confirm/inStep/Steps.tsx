import { useMutation } from "@tanstack/react-query";
import { toast } from "sonner";
import { stepText } from "@/core/confirm";
import type { InStepStep, JobOf } from "@/core/contract";
import * as jobs from "@/core/contract/endpoints/jobs";
import { ask } from "../../kit/api";
import { Button } from "../../kit/Button";
import { count } from "../../kit/format";
import { Mark, type MarkKind } from "../../kit/Mark";
import { ProgressBar, stepResult } from "../../shell/JobLine";

const MARKS: Readonly<Record<InStepStep["state"], readonly [MarkKind, string]>> = {
  waiting: ["waiting", "waits"],
  running: ["hold", "runs"],
  done: ["safe", "done"],
  failed: ["fault", "failed"],
  passedOver: ["waiting", "passed over"],
};

/** The steps of an act: what is done, what runs, what failed and why; and the way to go on. */
export function Steps({ job }: { job: JobOf<"inStep"> }) {
  const act = useMutation({
    mutationFn: (what: "cancelJob" | "runJobAgain") => ask(jobs[what], { params: { jobId: job.id } }),
    onError: (problem) => toast.error(problem.message),
  });
  const isRunning = job.state === "running";
  const isOver = job.state === "done";
  return (
    <section className="grid gap-2" aria-label="Steps">
      <div className="flex items-center gap-3">
        <h2 className="heading flex-1">Steps</h2>
        {isRunning && (
          <Button small look="quiet" onClick={() => act.mutate("cancelJob")}>
            Cancel
          </Button>
        )}
        {!isRunning && !isOver && (
          <Button small onClick={() => act.mutate("runJobAgain")}>
            Go on with what is left
          </Button>
        )}
      </div>
      {isRunning && <ProgressBar job={job} />}
      {/* What failed is said at its step. */}
      {!isRunning && !isOver && job.state !== "failed" && <p className="text-stop">{job.problem}</p>}
      <ol className="rounded-field border border-line bg-panel" aria-label="Steps">
        {job.report?.steps.map((step, index) => {
          const [mark, label] = MARKS[step.state];
          const told = step.problem ?? stepResult(step);
          return (
            <li key={index} className="flex gap-2.5 border-b border-line px-3 py-1.5 last:border-0">
              <Mark kind={mark} label={label} />
              <div className="grid min-w-0 gap-0.5">
                <span className={step.state === "waiting" ? "text-soft" : ""}>
                  {stepText(step)}
                  {step.state === "passedOver" && ": passed over"}
                </span>
                {told !== null && <span className={step.problem === null ? "text-soft" : "text-stop"}>{told}</span>}
                {step.kind === "bring" &&
                  step.report?.refused.map(({ why, count: contacts }) => (
                    <span key={why} className="text-soft">
                      {count(contacts)} not believed: {why}
                    </span>
                  ))}
              </div>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
