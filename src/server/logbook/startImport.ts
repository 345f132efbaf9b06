import { createWriteStream } from "node:fs";
import { rm } from "node:fs/promises";
import { join } from "node:path";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream } from "node:stream/web";
import { z } from "zod";
import { faultsOf } from "../../core/contact";
import type { Context } from "../context";
import type { Job } from "../../core/contract";
import { failed, invalid, type Result } from "../problem";
import type { Runtime } from "../runtime";
import { findLogbook } from "./logbooks";

export const importQuerySchema = z.strictObject({
  /** The file's name, for the report. */
  name: z.string().max(200).default("log.adi"),
  /** "lantern": what the file does not mark as sent waits for that service. */
  queue: z.literal("lantern").optional(),
});

class TooLarge extends Error {}

/** Takes the request's body to a file of the data folder as it comes, and starts the job that reads it. */
export async function startImport(
  context: Context,
  { config, supervisor }: Runtime,
  logbookId: number,
  request: Request,
  query: unknown,
): Promise<Result<Job>> {
  const asked = importQuerySchema.safeParse(query);
  if (!asked.success) return invalid(faultsOf(asked.error));
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
  const file = join(config.data, "uploads", `${crypto.randomUUID()}.adi`);
  const limit = config.importLimitMegabytes * 1_000_000;
  let size = 0;
  const meter = new Transform({
    transform(chunk: Uint8Array, _encoding, next) {
      size += chunk.length;
      next(size > limit ? new TooLarge() : null, chunk);
    },
  });
  try {
    const body =
      request.body === null ? Readable.from([]) : Readable.fromWeb(request.body as ReadableStream<Uint8Array>);
    await pipeline(body, meter, createWriteStream(file));
  } catch (error) {
    await rm(file, { force: true });
    if (error instanceof TooLarge) {
      return failed(
        413,
        "Too large",
        `the file is larger than ${config.importLimitMegabytes} MB: split it, or raise YPSILOID_IMPORT_LIMIT_MB`,
      );
    }
    return failed(400, "Broken off", "the file did not arrive whole: send it again");
  }
  const { name, queue } = asked.data;
  const started = supervisor.start(context, logbookId, `Import ${name}`, {
    kind: "import",
    file,
    fileName: name,
    queue: queue !== undefined,
  });
  if (!started.ok) await rm(file, { force: true });
  return started;
}
