import type {
  ChangeReport,
  FetchReport,
  ImportReport,
  LookReport,
  SendLook,
  SendReport,
  UndoReport,
} from "../../core/contract";
import { fetchConfirmations } from "../confirm/fetchConfirmations";
import { lookAtSending } from "../confirm/sendChoice";
import { sendOutbox } from "../confirm/sendOutbox";
import { accessOf, type ServiceDefaults } from "../confirm/access";
import type { Context } from "../context";
import { type ChangeCheckpoint, changeMany } from "../logbook/changeMany";
import { previewChange } from "../logbook/previewChange";
import { importAdif } from "../logbook/importAdif";
import { lookIntoFile } from "../logbook/lookIntoFile";
import { type UndoCheckpoint, undoInSteps } from "../logbook/undo";
import { requestOf, runJob } from "./jobRun";

/** Does what a job's row asks for. The one place that knows every kind of job. */
export async function doJob(
  context: Context,
  jobId: number,
  signal: AbortSignal,
  services: ServiceDefaults,
): Promise<void> {
  const request = requestOf(context, jobId);
  switch (request.kind) {
    case "import":
      return runJob<ImportReport, ImportReport>(context, jobId, signal, (run) => importAdif(run, request));
    case "look":
      return runJob<LookReport, LookReport>(context, jobId, signal, (run) => lookIntoFile(run, request));
    case "send":
      return runJob<SendReport, SendReport>(context, jobId, signal, (run) =>
        sendOutbox(run, request, accessOf(context, services, run.logbookId, request.service)),
      );
    case "sendLook":
      return runJob<SendLook, number>(context, jobId, signal, (run) => lookAtSending(run, request));
    case "fetch":
      return runJob<FetchReport, FetchReport>(context, jobId, signal, (run) =>
        fetchConfirmations(run, request, accessOf(context, services, run.logbookId, request.service)),
      );
    case "preview":
      return runJob<ChangeReport, number>(context, jobId, signal, (run) => previewChange(run, request));
    case "change":
      return runJob<ChangeReport, ChangeCheckpoint>(context, jobId, signal, (run) => changeMany(run, request));
    case "undo":
      return runJob<UndoReport, UndoCheckpoint>(context, jobId, signal, (run) => undoInSteps(run, request.batchId));
  }
}
