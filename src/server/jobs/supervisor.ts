import { Worker } from "node:worker_threads";
import type { Context } from "../context";
import type { Job, JobOf, LiveEvent } from "../../core/contract";
import { done, failed, missing, type Result } from "../problem";
import { type Door, ticketOf } from "../db/door";
import { findJob, type JobRequest, SILENT } from "./job";
import { announceJob, CANCELLED, problemOf } from "./jobRun";
import { WORKER_LIMITS } from "./workerLimits";
import type { JobMeans } from "./work";
import type { WorkerOrder } from "./worker";

/** Starts jobs in threads of their own, one of a kind, and service, in a logbook at a time, and knows which run. */
export interface Supervisor {
  start<Request extends JobRequest>(
    context: Context,
    logbookId: number,
    title: string,
    request: Request,
  ): Result<JobOf<Request["kind"]>>;
  /** Runs an interrupted, failed or cancelled job again, from where it got to. */
  again(context: Context, jobId: number): Result<Job>;
  cancel(context: Context, jobId: number): Result<Job>;
  /** Ends all jobs, and begins no more. */
  close(): Promise<void>;
}

/** How long a job has, after it was told to end, to end by itself. */
const GRACE_MS = 600;
/** How an end that could not be written is tried again. */
const SETTLE_AGAIN_MS = 2000;

export function createSupervisor(
  databaseFile: string,
  door: Door,
  means: () => JobMeans,
  fault: (error: unknown) => void,
): Supervisor {
  const running = new Map<number, Worker>();
  const cancelled = new Set<number>();
  const goingOn = new Set<number>();
  let closed = false;

  function launch(context: Context, jobId: number): void {
    const { actor } = context;
    const order: WorkerOrder = { databaseFile, cells: door.cells, jobId, actor, means: means() };
    const worker = new Worker(new URL("./worker.ts", import.meta.url), {
      workerData: order,
      resourceLimits: WORKER_LIMITS,
    });
    let problem: string | undefined;
    running.set(jobId, worker);
    worker.on("message", (event: LiveEvent) => context.announce(event));
    worker.on("error", (error) => {
      problem = problemOf(error);
      fault(error);
    });
    worker.on("exit", () => {
      running.delete(jobId);
      door.evict(ticketOf(jobId));
      if (goingOn.delete(jobId) && !closed) {
        cancelled.delete(jobId);
        return launch(context, jobId);
      }
      const end: End = cancelled.delete(jobId)
        ? { state: "cancelled", problem: CANCELLED }
        : { state: problem === undefined ? "interrupted" : "failed", problem: problem ?? INTERRUPTED };
      void settle(context, jobId, end);
    });
  }

  /** Writes how a job ended whose thread did not; also later, when there is room on the disk again. */
  async function settle(context: Context, jobId: number, end: End): Promise<void> {
    try {
      await context.write(() => markEnded(context, end, jobId));
      announceJob(context, jobId);
    } catch (error) {
      fault(error);
      const job = findJob(context.store, jobId);
      if (job !== undefined) context.announce({ type: "job", job: { ...job, ...end } });
      setTimeout(() => void settle(context, jobId, end), SETTLE_AGAIN_MS).unref();
    }
  }

  /** Tells a job to end, which it is made to after a while. */
  async function stop(jobId: number): Promise<void> {
    const worker = running.get(jobId);
    if (worker === undefined) return;
    const ended = new Promise<void>((resolve) => worker.once("exit", () => resolve()));
    if (!cancelled.has(jobId)) {
      cancelled.add(jobId);
      worker.postMessage("cancel");
      const patience = setTimeout(() => void worker.terminate(), GRACE_MS);
      worker.once("exit", () => clearTimeout(patience));
    }
    await ended;
  }

  /** Whether another job does the same already, with the same service, or as a part. One that only looks is in nobody's way. */
  function inTheWay(context: Context, logbookId: number, kind: Job["kind"], service: Job["service"]) {
    const { store } = context;
    if (closed) return failed(503, "Beginning anew", "the log is put in its place just now: try again in a moment");
    if (SILENT.includes(kind)) return null;
    const busy = store.first(
      store.q
        .selectFrom("job")
        .select(["id", "title"])
        .where("logbookId", "=", logbookId)
        .where((eb) =>
          eb.or([eb.and([eb("kind", "=", kind), eb("service", "is", service)]), eb("kind", "in", beside(kind))]),
        )
        .where("state", "=", "running"),
    );
    if (busy === undefined) return null;
    return failed(409, "Already running", `job ${busy.id}, ${busy.title}, does the same: wait for it, or cancel it`);
  }

  return {
    start<Request extends JobRequest>(context: Context, logbookId: number, title: string, request: Request) {
      const obstacle = inTheWay(context, logbookId, request.kind, serviceOf(request));
      if (obstacle !== null) return obstacle;
      const jobId = insertJob(context, logbookId, title, request);
      launch(context, jobId);
      return done(findJob(context.store, jobId) as JobOf<Request["kind"]>);
    },
    again(context, jobId) {
      const job = findJob(context.store, jobId);
      if (job === undefined) return missing(`job ${jobId}`);
      if (job.state === "running" || job.state === "done")
        return failed(409, "Cannot run again", `the job is ${job.state}`);
      const obstacle = inTheWay(context, job.logbookId, job.kind, job.service);
      if (obstacle !== null) return obstacle;
      context.store.run(
        context.store.q
          .updateTable("job")
          .set({ state: "running", problem: null, endedAt: null })
          .where("id", "=", jobId),
      );
      // Its last thread may not be gone yet.
      if (running.has(jobId)) goingOn.add(jobId);
      else launch(context, jobId);
      return done(findJob(context.store, jobId)!);
    },
    cancel(context, jobId) {
      const job = findJob(context.store, jobId);
      if (job === undefined) return missing(`job ${jobId}`);
      void stop(jobId);
      // One that would go on by itself later does not.
      if (job.state === "failed") markCancelled(context, jobId);
      return done(findJob(context.store, jobId)!);
    },
    async close() {
      closed = true;
      await Promise.all([...running.keys()].map(stop));
    },
  };
}

/** A job that does what others do, one after the other: none of them runs beside it, whatever the service. */
const WHOLE: Job["kind"] = "inStep";
const PARTS: readonly Job["kind"][] = ["send", "fetch"];

function beside(kind: Job["kind"]): readonly Job["kind"][] {
  if (kind === WHOLE) return PARTS;
  return PARTS.includes(kind) ? [WHOLE] : [];
}

/** The service that a job has to do with; null for none. */
function serviceOf(request: JobRequest): Job["service"] {
  return "service" in request ? request.service : null;
}

type End = Required<Pick<Job, "state" | "problem">>;
const INTERRUPTED = "interrupted by a restart; it can be run again and goes on where it was";

export function insertJob(context: Context, logbookId: number, title: string, request: JobRequest): number {
  return context.store.run(
    context.store.q.insertInto("job").values({
      logbookId,
      kind: request.kind,
      title,
      state: "running",
      service: serviceOf(request),
      request: JSON.stringify(request),
      progressDone: 0,
      startedAt: context.now(),
    }),
  ).lastId;
}

/** Says of jobs that an earlier process left unfinished that they were interrupted. */
export function markInterrupted(context: Pick<Context, "store" | "now">): void {
  markEnded(context, { state: "interrupted", problem: INTERRUPTED });
}

function markCancelled({ store, announce }: Pick<Context, "store" | "announce">, jobId: number): void {
  store.run(store.q.updateTable("job").set({ state: "cancelled", problem: CANCELLED }).where("id", "=", jobId));
  announceJob({ store, announce }, jobId);
}

/** Says how a job ended of which it is not written yet; or all of them. */
function markEnded({ store, now }: Pick<Context, "store" | "now">, end: End, jobId?: number): void {
  let update = store.q
    .updateTable("job")
    .set({ ...end, endedAt: now() })
    .where("state", "=", "running");
  if (jobId !== undefined) update = update.where("id", "=", jobId);
  store.run(update);
}
