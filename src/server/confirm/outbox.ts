import { existsSync } from "node:fs";
import { rm } from "node:fs/promises";
import { join } from "node:path";
import { serviceById, type ServiceId, SERVICE_IDS } from "../../core/confirm";
import { isoTime } from "../../core/contact";
import type { FetchChoice, JobOf, OutboxState, ReceiptLine, SendChoice, ServiceView } from "../../core/contract";
import type { Context } from "../context";
import type { Supervisor } from "../jobs/supervisor";
import { takeUpload } from "../http/takeUpload";
import { findJob } from "../jobs/job";
import { requestOf } from "../jobs/jobRun";
import { piecesOf } from "../logbook/refusedRecords";
import type { FileAnswer } from "../route";
import type { Runtime } from "../runtime";
import { fullTime } from "../../core/time/words";
import { done, failed, missing, type Result } from "../problem";
import { restsUntil, servicesInUse, type ServiceDefaults, settingsOf } from "./access";
import { leftAlone, withoutTwin } from "./withoutTwin";
import { announceWaiting, waitingCount } from "../logbook/batch";

const LISTED = 500;

/** What waits for a service, what it answered, and what it says that meets no contact of ours. */
export function serviceView(
  context: Context,
  defaults: ServiceDefaults,
  logbookId: number,
  service: ServiceId,
): Result<ServiceView> {
  const { store } = context;
  const { q } = store;
  const counts = store.first(
    q
      .selectFrom("outbox")
      .select((eb) => [eb.fn.countAll<number>().as("all"), eb.fn.count<number>("refused").as("refused")])
      .where("logbookId", "=", logbookId)
      .where("service", "=", service),
  )!;
  const entries = store.all(
    q
      .selectFrom("outbox")
      .innerJoin("contact", "contact.id", "outbox.contactId")
      .select(["contactId", "call", "ownCall", "startedAt", "band", "mode", "queuedAt", "refused"])
      .where("outbox.logbookId", "=", logbookId)
      .where("service", "=", service)
      .orderBy("startedAt", "desc")
      .limit(LISTED),
  );
  const fetched = store.first(
    q.selectFrom("fetchState").select("fetchedAt").where("logbookId", "=", logbookId).where("service", "=", service),
  );
  const sendings = store.all(
    q
      .selectFrom("sending")
      .selectAll()
      .where("logbookId", "=", logbookId)
      .where("service", "=", service)
      .orderBy("id", "desc")
      .limit(20),
  );
  const rests = restsUntil(context, logbookId, service);
  const iso = <Row extends { startedAt: number }>(row: Row) => ({ ...row, startedAt: isoTime(row.startedAt) });
  return done({
    service,
    settings: settingsOf(context, defaults, logbookId, service),
    restsUntil: rests === null ? null : isoTime(rests),
    waiting: counts.all - counts.refused,
    refused: counts.refused,
    fetchedAt: fetched === undefined ? null : isoTime(fetched.fetchedAt),
    entries: entries.map((entry) => ({ ...iso(entry), queuedAt: isoTime(entry.queuedAt) })),
    sendings: sendings.map(({ id, at, accepted, known, refused }) => ({
      id,
      at: isoTime(at),
      accepted,
      known,
      refused,
    })),
    withoutTwin: withoutTwin(context, logbookId, service),
    leftAlone: leftAlone(context, logbookId, service),
  });
}

/** How many contacts wait for each service, in the order in which they are shown. */
export function outboxes(
  { store }: Context,
  pauseOf: (logbookId: number, service: ServiceId) => OutboxState["pause"],
  logbookId: number,
): Result<OutboxState[]> {
  const used = servicesInUse(store, logbookId);
  return done(
    SERVICE_IDS.map((service) => ({
      service,
      isUsed: used.includes(service),
      waiting: waitingCount(store, logbookId, service),
      pause: pauseOf(logbookId, service),
    })),
  );
}

/** Starts the job that sends what waits, or some contacts whether they wait or not. */
export function startSending(
  context: Context,
  supervisor: Supervisor,
  logbookId: number,
  service: ServiceId,
  choice?: SendChoice,
): Result<JobOf<"send">> {
  const title = `Send to ${serviceById(service).name}`;
  const request = { kind: "send", service, choice } as const;
  return atRest(context, logbookId, service) ?? supervisor.start(context, logbookId, title, request);
}

/** Starts the job that looks what a sending of some contacts would be. */
export function startLooking(
  context: Context,
  supervisor: Supervisor,
  logbookId: number,
  service: ServiceId,
  choice: SendChoice,
): Result<JobOf<"sendLook">> {
  const title = `Look what would go to ${serviceById(service).name}`;
  return supervisor.start(context, logbookId, title, { kind: "sendLook", service, choice });
}

/** Starts the job that signs chosen contacts to a file. */
export function startSigning(
  context: Context,
  { supervisor, config }: Pick<Runtime, "supervisor" | "config">,
  logbookId: number,
  service: ServiceId,
  choice: SendChoice,
): Result<JobOf<"sign">> {
  const { name, registrar } = serviceById(service);
  if (registrar === null) return failed(409, "Not needed", `${name} takes contacts without a signature.`);
  dropOldSigned(context);
  const file = join(config.data, "uploads", `${crypto.randomUUID()}.signed`);
  return supervisor.start(context, logbookId, `Sign for ${name}`, { kind: "sign", service, choice, file });
}

/** How long a file of signed contacts is kept, seconds. */
const SIGNED_KEPT = 7 * 86_400;

/** Removes files of contacts that were signed long ago: they can be signed again. */
function dropOldSigned(context: Context): void {
  const { store } = context;
  const old = store.all(
    store.q
      .selectFrom("job")
      .select("id")
      .where("kind", "=", "sign")
      .where("startedAt", "<", context.now() - SIGNED_KEPT),
  );
  for (const { id } of old) {
    const request = requestOf(context, id);
    if (request.kind === "sign") void rm(request.file, { force: true });
  }
}

/** The file of signed contacts that a job made. */
export function signedFile(context: Context, jobId: number): Result<FileAnswer> {
  const job = findJob(context.store, jobId);
  const request = job === undefined ? undefined : requestOf(context, jobId);
  if (request?.kind !== "sign" || job?.state !== "done" || !existsSync(request.file))
    return missing(`a file of signed contacts of job ${jobId}`);
  const day = job.startedAt.slice(0, 10);
  return done({ name: `${request.service}-${day}-${jobId}.jws`, type: "text/plain", pieces: piecesOf(request.file) });
}

/** Takes a file, and starts the job that sends its contacts. */
export async function startSendingFile(
  context: Context,
  { supervisor, config }: Pick<Runtime, "supervisor" | "config">,
  logbookId: number,
  service: ServiceId,
  request: Request,
  fileName: string,
): Promise<Result<JobOf<"sendFile">>> {
  const rest = atRest(context, logbookId, service);
  if (rest !== null) return rest;
  const taken = await takeUpload(request, config);
  if (!taken.ok) return taken;
  const asked = { kind: "sendFile", service, file: taken.value, fileName } as const;
  const title = `Send ${fileName} to ${serviceById(service).name}`;
  const started = await context.write(() => supervisor.start(context, logbookId, title, asked));
  if (!started.ok) await rm(taken.value, { force: true });
  return started;
}

/** Starts the job that fetches confirmations: what came since the last time, or once more from where it is said. */
export function startFetching(
  context: Context,
  supervisor: Supervisor,
  logbookId: number,
  service: ServiceId,
  choice?: FetchChoice,
): Result<JobOf<"fetch">> {
  const title = `Fetch from ${serviceById(service).name}`;
  const request = { kind: "fetch", service, choice } as const;
  return atRest(context, logbookId, service) ?? supervisor.start(context, logbookId, title, request);
}

/** The refusal where a service asked to be left alone; null where it did not. */
export function atRest(context: Context, logbookId: number, service: ServiceId) {
  const until = restsUntil(context, logbookId, service);
  if (until === null) return null;
  const text = `${serviceById(service).name} is busy and asks to be left alone until ${fullTime(isoTime(until))} UTC`;
  return failed(503, "Busy", `${text}: what waits goes on waiting.`);
}

/** The answers to one sending, the refused first. */
export function receiptOf(context: Context, logbookId: number, sendingId: number): Result<ReceiptLine[]> {
  const { store } = context;
  const sending = store.first(
    store.q.selectFrom("sending").select("id").where("id", "=", sendingId).where("logbookId", "=", logbookId),
  );
  if (sending === undefined) return missing(`sending ${sendingId}`);
  return done(
    store.all(
      store.q
        .selectFrom("receipt")
        .select(["contactId", "call", "answer", "reason"])
        .where("sendingId", "=", sendingId)
        .orderBy("answer", "desc")
        .orderBy("contactId")
        .limit(2000),
    ),
  );
}

/** Lets refused contacts go out again with the next sending. */
export function retryRefused(
  context: Context,
  logbookId: number,
  service: ServiceId,
): Result<{ readonly waiting: number }> {
  const { store } = context;
  const { changes } = store.run(
    store.q
      .updateTable("outbox")
      .set({ refused: null })
      .where("logbookId", "=", logbookId)
      .where("service", "=", service)
      .where("refused", "is not", null),
  );
  announceWaiting(context, logbookId, service);
  return done({ waiting: changes });
}
