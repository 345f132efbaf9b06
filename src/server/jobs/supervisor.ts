import { Worker } from "node:worker_threads";
import type { ServiceAccess } from "../confirm/lantern";
import type { Context } from "../context";
import type { Job, LiveEvent } from "../../core/contract";
import { done, failed, missing, type Result } from "../problem";
import { findJob, type JobRequest, SILENT } from "./job";
import { announceJob } from "./jobRun";
import { WORKER_LIMITS } from "./workerLimits";
import type { WorkerOrder } from "./worker";

/** Starts jobs in threads of their own, one of a kind in a logbook at a time, and knows which run. */
export interface Supervisor {
  start(context: Context, logbookId: number, title: string, request: JobRequest): Result<Job>;
  /** Runs an interrupted, failed or cancelled job again, from where it got to. */
  again(context: Context, jobId: number): Result<Job>;
  cancel(context: Context, jobId: number): Result<Job>;
}

export function createSupervisor(
  databaseFile: string,
  lantern: ServiceAccess,
  fault: (error: unknown) => void,
): Supervisor {
  const running = new Map<number, Worker>();

  function launch(context: Context, jobId: number): void {
    const order: WorkerOrder = { databaseFile, jobId, actor: context.actor, lantern };
    const worker = new Worker(new URL("./worker.ts", import.meta.url), {
      workerData: order,
      resourceLimits: WORKER_LIMITS,
    });
    running.set(jobId, worker);
    worker.on("message", (event: LiveEvent) => context.announce(event));
    worker.on("error", fault);
    worker.on("exit", () => {
      running.delete(jobId);
      markInterrupted(context, jobId);
      announceJob(context, jobId);
    });
  }

  return {
    start(context, logbookId, title, request) {
      const { store } = context;
      const busy = store.first(
        store.q
          .selectFrom("job")
          .select("id")
          .where("logbookId", "=", logbookId)
          .where("kind", "=", request.kind)
          .where("state", "=", "running"),
      );
      if (busy !== undefined && !SILENT.includes(request.kind))
        return failed(409, "Already running", `job ${busy.id} does the same: wait for it, or cancel it`);
      const jobId = insertJob(context, logbookId, title, request);
      launch(context, jobId);
      return done(findJob(store, jobId)!);
    },
    again(context, jobId) {
      const job = findJob(context.store, jobId);
      if (job === undefined) return missing(`job ${jobId}`);
      if (job.state === "running" || job.state === "done")
        return failed(409, "Cannot run again", `the job is ${job.state}`);
      context.store.run(
        context.store.q
          .updateTable("job")
          .set({ state: "running", problem: null, endedAt: null })
          .where("id", "=", jobId),
      );
      launch(context, jobId);
      return done(findJob(context.store, jobId)!);
    },
    cancel(context, jobId) {
      const job = findJob(context.store, jobId);
      if (job === undefined) return missing(`job ${jobId}`);
      running.get(jobId)?.postMessage("cancel");
      return done(job);
    },
  };
}

export function insertJob(context: Context, logbookId: number, title: string, request: JobRequest): number {
  return context.store.run(
    context.store.q.insertInto("job").values({
      logbookId,
      kind: request.kind,
      title,
      state: "running",
      request: JSON.stringify(request),
      progressDone: 0,
      startedAt: context.now(),
    }),
  ).lastId;
}

/** Says of jobs that an earlier process left unfinished that they were interrupted; all of them, or just one. */
export function markInterrupted(context: Pick<Context, "store" | "now">, jobId?: number): void {
  const { store } = context;
  let update = store.q
    .updateTable("job")
    .set({
      state: "interrupted",
      problem: "interrupted by a restart; it can be run again and goes on where it was",
      endedAt: context.now(),
    })
    .where("state", "=", "running");
  if (jobId !== undefined) update = update.where("id", "=", jobId);
  store.run(update);
}
