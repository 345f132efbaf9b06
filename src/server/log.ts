import pino, { type Logger } from "pino";
import { existsSync, renameSync, statSync } from "node:fs";
import { join } from "node:path";

/** The server's log in the data folder; the one before it has ".1" behind its name. */
export const LOG_FILE = "server.log";
const LARGEST = 10_000_000;

/** The server's log: to its file, and to where the process writes. Tokens never go into it. */
export function openLog(data: string): Logger {
  const file = join(data, LOG_FILE);
  if (existsSync(file) && statSync(file).size > LARGEST) renameSync(file, `${file}.1`);
  const options = { redact: ["*.token", "*.authorization", "headers.authorization"] };
  return pino(options, pino.multistream([{ stream: process.stdout }, { stream: quietFile(file) }]));
}

/** A log that cannot be written, on a full disk, must not end the process. */
function quietFile(file: string) {
  const stream = pino.destination({ dest: file, append: true, sync: true });
  stream.on("error", () => {});
  return stream;
}
