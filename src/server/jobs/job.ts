import type { Selectable } from "kysely";
import { z } from "zod";
import { isoTime } from "../../core/contact";
import {
  changeSchema,
  claimedContactsSchema,
  fetchChoiceSchema,
  importChoicesSchema,
  lookUpInputSchema,
  type Job,
  type JobOf,
  selectionSchema,
  sendChoiceSchema,
  serviceIdSchema,
} from "../../core/contract";
import type { Context } from "../context";
import type { JobTable } from "../db/schema";
import type { Store } from "../db/store";
import { readable } from "../logbook/liveLogbooks";
import { done, missing, type Result } from "../problem";

/** Jobs of earlier versions name one service, or null. */
function withListOfServices(choices: unknown): unknown {
  const queue = z.object({ queue: serviceIdSchema.nullable() }).safeParse(choices).data?.queue;
  return queue === undefined ? choices : { ...(choices as object), queue: queue === null ? [] : [queue] };
}

/** What a job may be asked to do. */
export const jobRequestSchema = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("look"), file: z.string(), fileName: z.string() }),
  z.object({
    kind: z.literal("import"),
    file: z.string(),
    fileName: z.string(),
    choices: z.preprocess(withListOfServices, importChoicesSchema.prefault({})),
  }),
  z.object({ kind: z.literal("sendLook"), service: serviceIdSchema, choice: sendChoiceSchema }),
  z.object({ kind: z.literal("send"), service: serviceIdSchema, choice: sendChoiceSchema.optional() }),
  z.object({ kind: z.literal("sign"), service: serviceIdSchema, choice: sendChoiceSchema, file: z.string() }),
  z.object({ kind: z.literal("sendFile"), service: serviceIdSchema, file: z.string(), fileName: z.string() }),
  z.object({ kind: z.literal("fetch"), service: serviceIdSchema, choice: fetchChoiceSchema.optional() }),
  z.object({ kind: z.literal("fetchAccount"), service: serviceIdSchema }),
  z.object({ kind: z.literal("claim"), service: serviceIdSchema, contacts: claimedContactsSchema }),
  z.object({ kind: z.literal("inStep"), services: z.array(serviceIdSchema) }),
  z.object({ kind: z.literal("count") }),
  z.object({ kind: z.literal("undo"), batchId: z.number() }),
  z.object({ kind: z.literal("preview"), selection: selectionSchema, change: changeSchema }),
  z.object({ kind: z.literal("change"), change: changeSchema, previewId: z.number() }),
  z.object({ kind: z.literal("lookUp"), input: lookUpInputSchema }),
]);
export type JobRequest = z.output<typeof jobRequestSchema>;

/** The row of a job; its report is as the job of that kind wrote it. */
function jobOf(row: Selectable<JobTable>): Job {
  return {
    id: row.id,
    logbookId: row.logbookId,
    kind: row.kind,
    service: row.service,
    title: row.title,
    state: row.state,
    progress: { done: row.progressDone, total: row.progressTotal },
    report: row.report === null ? null : (JSON.parse(row.report) as unknown),
    problem: row.problem,
    startedAt: isoTime(row.startedAt),
    endedAt: row.endedAt === null ? null : isoTime(row.endedAt),
  } as Job;
}

export function findJob(store: Store, id: number): Job | undefined {
  const row = store.first(store.q.selectFrom("job").selectAll().where("id", "=", id));
  return row === undefined ? undefined : jobOf(row);
}

export function getJob({ store }: Context, id: number): Result<Job> {
  const job = findJob(store, id);
  return job === undefined ? missing(`job ${id}`) : done(job);
}

const RECENT = 50;

/** Jobs that only look at something: they are no news, and several may run at a time. */
export const SILENT: readonly Job["kind"][] = ["preview", "look", "sendLook"];

/** The newest jobs first, of the logbooks that one may read. */
export function recentJobs({ store, actor }: Pick<Context, "store" | "actor">): Job[] {
  return store
    .all(
      store.q
        .selectFrom("job")
        .selectAll()
        .where("kind", "not in", [...SILENT])
        .orderBy("id", "desc")
        .where("logbookId", "in", readable({ store, actor }))
        .limit(RECENT),
    )
    .map(jobOf);
}

/** The imports of a logbook with their reports, the newest first. */
export function importHistory(context: Context, logbookId: number): Result<JobOf<"import">[]> {
  const { store } = context;
  const rows = store.all(
    store.q
      .selectFrom("job")
      .selectAll()
      .where("logbookId", "=", logbookId)
      .where("kind", "=", "import")
      .orderBy("id", "desc")
      .limit(RECENT),
  );
  return done(rows.map((row) => jobOf(row) as JobOf<"import">));
}
