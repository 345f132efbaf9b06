import { ConfigProblem } from "./config";
import { runtime } from "./runtime";

/** Opens the database before the first request; a configuration that cannot work ends the process in one sentence. */
export async function startServer(): Promise<void> {
  try {
    await runtime();
  } catch (error) {
    if (!(error instanceof ConfigProblem)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exit(1);
  }
}
