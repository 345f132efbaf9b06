import { closeSync, existsSync, openSync, readSync } from "node:fs";
import type { Context } from "../context";
import { findJob } from "../jobs/job";
import { requestOf } from "../jobs/jobRun";
import { done, missing, type Result } from "../problem";
import type { FileAnswer } from "../route";
import { refusedFileOf } from "./importAdif";

/** The records that an import refused, as they came: to be mended and imported again. */
export function refusedRecords(context: Context, jobId: number): Result<FileAnswer> {
  const job = findJob(context.store, jobId);
  const request = job === undefined ? undefined : requestOf(context, jobId);
  const file = request?.kind === "import" ? refusedFileOf(request.file) : "";
  if (!existsSync(file)) return missing(`a file of refused records of job ${jobId}`);
  return done({
    name: `refused-${jobId}.adi`,
    type: "application/octet-stream",
    pieces: piecesOf(file),
  });
}

const PIECE_BYTES = 256 * 1024;

/** A file, piece by piece. */
export function* piecesOf(file: string): Generator<Uint8Array> {
  const handle = openSync(file, "r");
  try {
    for (;;) {
      const piece = new Uint8Array(PIECE_BYTES);
      const got = readSync(handle, piece);
      if (got === 0) return;
      yield piece.subarray(0, got);
    }
  } finally {
    closeSync(handle);
  }
}
