import { rm } from "node:fs/promises";
import type { z } from "zod";
import type { Context } from "../context";
import { type ImportChoices, importChoicesSchema, type Job, type JobOf } from "../../core/contract";
import type * as files from "../../core/contract/endpoints/files";
import { takeUpload } from "../http/takeUpload";
import { findJob } from "../jobs/job";
import { requestOf } from "../jobs/jobRun";
import { done, missing, type Result } from "../problem";
import type { Runtime } from "../runtime";

/** Takes the request's body to a file of the data folder as it comes, and starts the job that reads it. */
export async function startImport(
  context: Context,
  { config, supervisor }: Runtime,
  logbookId: number,
  request: Request,
  query: z.output<typeof files.startImport.query>,
): Promise<Result<Job>> {
  const taken = await takeUpload(request, config);
  if (!taken.ok) return taken;
  const file = taken.value;
  const { name, queue, look } = query;
  if (look !== undefined) await dropForgotten(context);
  const start = () =>
    look === undefined
      ? supervisor.start(context, logbookId, `Import ${name}`, {
          kind: "import",
          file,
          fileName: name,
          choices: importChoicesSchema.parse({ queue: queue === undefined ? [] : [queue] }),
        })
      : supervisor.start(context, logbookId, `Look into ${name}`, { kind: "look", file, fileName: name });
  const started = await context.write(start).catch(async (error: unknown) => {
    await rm(file, { force: true });
    throw error;
  });
  if (!started.ok) await rm(file, { force: true });
  return started;
}

/** Imports a file that was looked into. */
export function importLookedInto(
  context: Context,
  { supervisor }: Runtime,
  logbookId: number,
  jobId: number,
  choices: ImportChoices,
): Result<JobOf<"import">> {
  const looked = fileLookedInto(context, logbookId, jobId);
  if (!looked.ok) return looked;
  const { file, fileName } = looked.value;
  return supervisor.start(context, logbookId, `Import ${fileName}`, {
    kind: "import",
    file,
    fileName,
    choices,
  });
}

/** Forgets a file that was looked into and is not to be imported. */
export async function dropLookedInto(
  context: Context,
  logbookId: number,
  jobId: number,
): Promise<Result<{ readonly removed: number }>> {
  const looked = fileLookedInto(context, logbookId, jobId);
  if (!looked.ok) return looked;
  await rm(looked.value.file, { force: true });
  return done({ removed: jobId });
}

/** How long a file that was looked into, and not imported, is kept, seconds. */
const KEPT_FOR = 86_400;

/** Removes files that were looked into long ago and that no import took. */
async function dropForgotten(context: Context): Promise<void> {
  const { store } = context;
  const rows = store.all(
    store.q
      .selectFrom("job")
      .select(["id", "kind"])
      .where("kind", "in", ["look", "import"])
      .where("startedAt", "<", context.now() - KEPT_FOR),
  );
  const fileOf = (id: number) => {
    const request = requestOf(context, id);
    return request.kind === "look" || request.kind === "import" ? request.file : "";
  };
  const taken = new Set(rows.filter(({ kind }) => kind === "import").map(({ id }) => fileOf(id)));
  for (const { id, kind } of rows) {
    const file = fileOf(id);
    if (kind === "look" && !taken.has(file)) await rm(file, { force: true });
  }
}

function fileLookedInto(context: Context, logbookId: number, jobId: number) {
  const job = findJob(context.store, jobId);
  const request = job?.logbookId === logbookId ? requestOf(context, jobId) : undefined;
  return request?.kind === "look" ? done(request) : missing(`a file that job ${jobId} looked into`);
}
