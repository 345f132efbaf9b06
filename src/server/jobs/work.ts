import type {
  AccountReport,
  ChangeReport,
  ClaimThroughReport,
  CountReport,
  FetchReport,
  ImportReport,
  InStepReport,
  LookReport,
  LookUpReport,
  SendLook,
  SendFileReport,
  SendReport,
  SignReport,
  UndoReport,
} from "../../core/contract";
import { serviceById, type ServiceId } from "../../core/confirm";
import { type AccountCheckpoint, fetchAccount } from "../award/account/fetchAccount";
import { claimThrough } from "../award/account/claimThrough";
import { fetchConfirmations } from "../confirm/fetchConfirmations";
import { countAwards } from "../award/countAwards";
import { bringInStep } from "../confirm/inStep/bringInStep";
import { lookAtSending } from "../confirm/sendChoice";
import { sendFile } from "../confirm/sendFile";
import { signToFile } from "../confirm/signToFile";
import { sendOutbox } from "../confirm/sendOutbox";
import { accessOf, type ServiceDefaults } from "../confirm/access";
import type { DirectoryDefaults } from "../directory/directories";
import { lookUpStations } from "../directory/lookUpStations";
import type { DataKey } from "../identity/keyRing";
import type { Context } from "../context";
import { backUpBefore } from "../backup/backUpBefore";
import { type BackUp, backupInThread } from "../backup/backupInThread";
import { contactsOfBatch } from "../logbook/journal";
import { type ChangeCheckpoint, changeMany, lookedAt } from "../logbook/changeMany";
import { previewChange } from "../logbook/previewChange";
import { contactsAtMost, importAdif } from "../logbook/importAdif";
import { lookIntoFile } from "../logbook/lookIntoFile";
import { type UndoCheckpoint, undoInSteps } from "../logbook/undo";
import { requestOf, runJob } from "./jobRun";

/** What jobs need besides the log: how services and directories are reached, what opens the keys that sign, and what is backed up. */
export interface JobMeans {
  /** What is backed up before a large change; null for nothing. */
  readonly databaseFile: string | null;
  readonly services: ServiceDefaults;
  readonly directories: DirectoryDefaults;
  readonly dataKey: DataKey;
}

/** Does what a job's row asks for. The one place that knows every kind of job. */
export async function doJob(
  context: Context,
  jobId: number,
  signal: AbortSignal,
  { services, directories, dataKey, databaseFile }: JobMeans,
  backUp: BackUp = backupInThread,
): Promise<void> {
  const request = requestOf(context, jobId);
  // What deals with certificates is large: only who signs loads it.
  const signingAt = async (service: ServiceId) =>
    serviceById(service).registrar === null
      ? null
      : (await import("../identity/signing")).createSigning(context, service, dataKey);
  switch (request.kind) {
    case "import":
      return runJob<ImportReport, ImportReport>(context, jobId, signal, async (run) => {
        await backUpBefore(run, contactsAtMost(request.file), databaseFile, backUp);
        return importAdif(run, request);
      });
    case "look":
      return runJob<LookReport, LookReport>(context, jobId, signal, (run) => lookIntoFile(run, request));
    case "send":
      return runJob<SendReport, SendReport>(context, jobId, signal, async (run) => {
        const { service } = request;
        const access = accessOf(context, services, run.logbookId, service);
        return sendOutbox(run, request, { access, signing: await signingAt(service) });
      });
    case "sign":
      return runJob<SignReport, SignReport>(context, jobId, signal, async (run) =>
        signToFile(run, request, (await signingAt(request.service))!),
      );
    case "sendFile":
      return runJob<SendFileReport, SendFileReport>(context, jobId, signal, async (run) => {
        const { service } = request;
        const access = accessOf(context, services, run.logbookId, service);
        const signing = await signingAt(service);
        const readSigned = signing === null ? null : (await import("../identity/readSigned")).createReadSigned();
        return sendFile(run, request, { access, signing, readSigned });
      });
    case "sendLook":
      return runJob<SendLook, number>(context, jobId, signal, (run) => lookAtSending(run, request));
    case "fetch":
      return runJob<FetchReport, FetchReport>(context, jobId, signal, (run) =>
        fetchConfirmations(run, request, accessOf(context, services, run.logbookId, request.service)),
      );
    case "fetchAccount":
      return runJob<AccountReport, AccountCheckpoint>(context, jobId, signal, (run) =>
        fetchAccount(run, request, accessOf(context, services, run.logbookId, request.service)),
      );
    case "claim":
      return runJob<ClaimThroughReport, ClaimThroughReport>(context, jobId, signal, (run) =>
        claimThrough(run, request, accessOf(context, services, run.logbookId, request.service)),
      );
    case "inStep":
      return runJob<InStepReport, InStepReport>(context, jobId, signal, (run) =>
        bringInStep(run, request, {
          accessOf: (service) => accessOf(context, services, run.logbookId, service),
          signingAt,
        }),
      );
    case "count":
      return runJob<CountReport, CountReport>(context, jobId, signal, countAwards);
    case "preview":
      return runJob<ChangeReport, number>(context, jobId, signal, (run) => previewChange(run, request));
    case "change":
      return runJob<ChangeReport, ChangeCheckpoint>(context, jobId, signal, async (run) => {
        await backUpBefore(run, lookedAt(context.store, request.previewId), databaseFile, backUp);
        return changeMany(run, request);
      });
    case "lookUp":
      return runJob<LookUpReport, LookUpReport>(context, jobId, signal, (run) =>
        lookUpStations(run, request.input, directories),
      );
    case "undo":
      return runJob<UndoReport, UndoCheckpoint>(context, jobId, signal, async (run) => {
        await backUpBefore(run, contactsOfBatch(context.store, request.batchId), databaseFile, backUp);
        return undoInSteps(run, request.batchId);
      });
  }
}
