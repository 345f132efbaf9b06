import type { Context } from "../context";
import { findJob, type JobRequest, jobRequestSchema } from "./job";

/** Thrown by `checkpoint` when the operator cancelled; what was committed before stays, and the report says so. */
export class Cancelled extends Error {}

/** A failure that the operator can understand and mend; its message is shown as it is. */
export class JobProblem extends Error {}

/** One run of a job, in the thread that does the work. */
export interface JobRun<Report, Checkpoint> {
  readonly context: Context;
  readonly jobId: number;
  readonly logbookId: number;
  readonly signal: AbortSignal;
  /** Where an earlier run of this job got to, or null. */
  readonly resumed: Checkpoint | null;
  /** Keeps how far the job is. To be called inside the transaction that did the work. */
  checkpoint(state: Checkpoint, report: Report, done: number, total: number | null): void;
}

export type JobWork<Report, Checkpoint> = (run: JobRun<Report, Checkpoint>) => Promise<Report>;

/** Announcing each small step would flood the browsers. */
const ANNOUNCE_EVERY_MS = 200;

/** Runs a job's work and writes how it ended into its row. */
export async function runJob<Report extends object, Checkpoint>(
  context: Context,
  jobId: number,
  signal: AbortSignal,
  work: JobWork<Report, Checkpoint>,
): Promise<void> {
  const { store } = context;
  const row = store.first(store.q.selectFrom("job").selectAll().where("id", "=", jobId));
  if (row === undefined) throw new Error(`job ${jobId} does not exist`);
  let announcedAt = 0;

  function end(state: "done" | "failed" | "cancelled", report: string | null, problem: string | null): void {
    store.run(
      store.q
        .updateTable("job")
        .set({ state, problem, endedAt: context.now(), ...(report === null ? {} : { report }) })
        .where("id", "=", jobId),
    );
    announceJob(context, jobId);
  }

  announceJob(context, jobId);
  try {
    const report = await work({
      context,
      jobId,
      logbookId: row.logbookId,
      signal,
      resumed: row.checkpoint === null ? null : (JSON.parse(row.checkpoint) as Checkpoint),
      checkpoint(state, soFar, done, total) {
        const checkpoint = JSON.stringify(state);
        store.run(
          store.q
            .updateTable("job")
            .set({
              checkpoint,
              report: soFar === (state as unknown) ? checkpoint : JSON.stringify(soFar),
              progressDone: done,
              progressTotal: total,
            })
            .where("id", "=", jobId),
        );
        const now = Date.now();
        if (now - announcedAt < ANNOUNCE_EVERY_MS) return;
        announcedAt = now;
        store.afterCommit(() => announceJob(context, jobId));
      },
    });
    end("done", JSON.stringify(report), null);
  } catch (error) {
    if (error instanceof Cancelled || signal.aborted) end("cancelled", null, "cancelled; what was done before stays");
    else if (error instanceof JobProblem) end("failed", null, error.message);
    else {
      end("failed", null, diskFault(error) ?? "an unexpected fault; the log of the server says more");
      throw error;
    }
  }
}

export function announceJob(context: Context, jobId: number): void {
  const job = findJob(context.store, jobId);
  if (job !== undefined) context.announce({ type: "job", job });
}

export function requestOf(context: Context, jobId: number): JobRequest {
  const row = context.store.first(context.store.q.selectFrom("job").select("request").where("id", "=", jobId));
  return jobRequestSchema.parse(JSON.parse(row?.request ?? "null"));
}

function diskFault(error: unknown): string | null {
  const code = typeof error === "object" && error !== null && "code" in error ? String(error.code) : "";
  if (code === "SQLITE_FULL" || code === "ENOSPC")
    return "the disk is full: make room, and run the job again; what was done before stays";
  if (code.startsWith("SQLITE_IOERR")) return "the disk cannot be written: check it, and run the job again";
  return null;
}
