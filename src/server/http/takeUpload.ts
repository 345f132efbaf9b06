import { open, rm } from "node:fs/promises";
import { join } from "node:path";
import type { Config } from "../config";
import { diskFault } from "../db/diskFault";
import { done, failed, type Result } from "../problem";

class TooLarge extends Error {}

/** So much of what is not kept is read all the same: who sends it hears an answer only when it was taken from him. */
const MOST_PASSED = 200_000_000;

/** Writes a request's body to a file as it comes. Gives why it could not, or null. */
async function keepBody(request: Request, file: string, limit: number): Promise<Error | null> {
  let fault: Error | null = null;
  let size = 0;
  try {
    const handle = await open(file, "wx");
    try {
      for await (const piece of (request.body ?? []) as AsyncIterable<Uint8Array>) {
        size += piece.length;
        if (size > limit) fault ??= new TooLarge();
        if (fault === null) await handle.appendFile(piece).catch((error: Error) => (fault = error));
        else if (size > limit + MOST_PASSED) break;
      }
    } finally {
      await handle.close();
    }
  } catch (error) {
    return fault ?? (error as Error);
  }
  return fault;
}

/** Takes a request's body to a new file of the data folder as it comes, and gives where it is. */
export async function takeUpload(
  request: Request,
  { data, importLimitMegabytes }: Pick<Config, "data" | "importLimitMegabytes">,
): Promise<Result<string>> {
  const file = join(data, "uploads", `${crypto.randomUUID()}.adi`);
  const fault = await keepBody(request, file, importLimitMegabytes * 1_000_000);
  if (fault === null) return done(file);
  await rm(file, { force: true });
  if (fault instanceof TooLarge) {
    return failed(
      413,
      "Too large",
      `the file is larger than ${importLimitMegabytes} MB: split it, or raise YPSILOID_IMPORT_LIMIT_MB`,
    );
  }
  // A full disk is told as such by whoever answers.
  if (diskFault(fault) !== null) throw fault;
  return failed(400, "Broken off", "the file did not arrive whole: send it again");
}
