import type { z } from "zod";
import type { changeInputSchema, JobOf } from "../../core/contract";
import type { Context } from "../context";
import { findJob } from "../jobs/job";
import { requestOf } from "../jobs/jobRun";
import type { Supervisor } from "../jobs/supervisor";
import { failed, missing, type Result } from "../problem";

/** Starts the job that looks at what a change would do. */
export function startPreview(
  context: Context,
  supervisor: Supervisor,
  logbookId: number,
  input: z.output<typeof changeInputSchema>,
): Result<JobOf<"preview">> {
  return supervisor.start(context, logbookId, "Look at a change", { kind: "preview", ...input });
}

/** Starts the job that does what was looked at. */
export function startChange(
  context: Context,
  supervisor: Supervisor,
  logbookId: number,
  previewId: number,
): Result<JobOf<"change">> {
  const preview = findJob(context.store, previewId);
  if (preview?.kind !== "preview" || preview.logbookId !== logbookId) return missing(`preview ${previewId}`);
  if (preview.state !== "done") return failed(409, "Not looked at", `the preview is ${preview.state}: look again`);
  const request = requestOf(context, previewId);
  if (request.kind !== "preview") return missing(`preview ${previewId}`);
  const { store } = context;
  const item = store.first(store.q.selectFrom("jobItem").select("position").where("jobId", "=", previewId).limit(1));
  if (item === undefined)
    return failed(409, "Done already", "this change was done already, or was looked at too long ago: look again");
  return supervisor.start(context, logbookId, "Change of a selection", {
    kind: "change",
    change: request.change,
    previewId,
  });
}
