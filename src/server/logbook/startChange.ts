import { faultsOf } from "../../core/contact";
import { changeInputSchema, type Job } from "../../core/contract";
import type { Context } from "../context";
import { findJob } from "../jobs/job";
import { requestOf } from "../jobs/jobRun";
import type { Supervisor } from "../jobs/supervisor";
import { failed, invalid, missing, type Result } from "../problem";
import { findLogbook } from "./logbooks";

/** Starts the job that looks at what a change would do. */
export function startPreview(context: Context, supervisor: Supervisor, logbookId: number, input: unknown): Result<Job> {
  const parsed = changeInputSchema.safeParse(input);
  if (!parsed.success) return invalid(faultsOf(parsed.error));
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  return supervisor.start(context, logbookId, "Look at a change", { kind: "preview", ...parsed.data });
}

/** Starts the job that does what was looked at. */
export function startChange(
  context: Context,
  supervisor: Supervisor,
  logbookId: number,
  previewId: number,
): Result<Job> {
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
