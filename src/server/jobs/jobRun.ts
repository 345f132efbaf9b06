import { setImmediate } from "node:timers/promises";
import type { Context } from "../context";
import { diskFault } from "../db/diskFault";
import { findJob, type JobRequest, jobRequestSchema } from "./job";

/** Thrown by `checkpoint` when the operator cancelled; what was committed before stays, and the report says so. */
export class Cancelled extends Error {}

export const CANCELLED = "cancelled; what was done before stays";

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
  /** What is to be tidied up once it is written that the job is done; a kill before that finds all in place. */
  afterwards(tidyUp: () => Promise<void>): void;
}

export type JobWork<Report, Checkpoint> = (run: JobRun<Report, Checkpoint>) => Promise<Report>;

/** A transaction of a job ends after this long: whoever logs a contact meanwhile waits for it. */
const TRANSACTION_MS = 10;

/**
 * Does work in short transactions, and lets others in between. `step` goes on while it is time, and says whether
 * something is left.
 */
export async function inSteps(
  { context, signal }: Pick<JobRun<unknown, unknown>, "context" | "signal">,
  step: (isTime: () => boolean) => boolean,
): Promise<void> {
  for (let more = true; more;) {
    if (signal.aborted) throw new Cancelled();
    more = context.store.transaction(() => {
      const until = Date.now() + TRANSACTION_MS;
      return step(() => Date.now() < until);
    });
    await setImmediate();
  }
}

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
  let tidyUp = () => Promise.resolve();

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
      afterwards: (work) => (tidyUp = work),
    });
    end("done", JSON.stringify(report), null);
    await tidyUp();
  } catch (error) {
    if (error instanceof Cancelled || signal.aborted) end("cancelled", null, CANCELLED);
    else if (error instanceof JobProblem) end("failed", null, error.message);
    else {
      end("failed", null, problemOf(error));
      throw error;
    }
  }
}

export function announceJob(context: Pick<Context, "store" | "announce">, jobId: number): void {
  const job = findJob(context.store, jobId);
  if (job !== undefined) context.announce({ type: "job", job });
}

export function requestOf(context: Context, jobId: number): JobRequest {
  const row = context.store.first(context.store.q.selectFrom("job").select("request").where("id", "=", jobId));
  return jobRequestSchema.parse(JSON.parse(row?.request ?? "null"));
}

/** Why a job ended that was not meant to, in words. */
export function problemOf(error: unknown): string {
  const fault = diskFault(error);
  return fault === null
    ? "an unexpected fault; the server's log says more"
    : `${fault}, and run the job again; what was done before stays`;
}
