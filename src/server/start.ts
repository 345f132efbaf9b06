import { ConfigProblem, readConfig } from "./config";
import { noteUnopened } from "./front/unopened";
import { runtime } from "./runtime";

/**
 * Opens the database before the first request. A configuration that cannot work ends the process in one sentence; a
 * database that cannot be opened is told to whoever comes.
 */
export async function startServer(): Promise<void> {
  try {
    await runtime();
  } catch (error) {
    if (error instanceof ConfigProblem) {
      process.stderr.write(`${error.message}\n`);
      process.exit(1);
    }
    const { what, mend } = noteUnopened(error, readConfig(process.env).databaseFile);
    process.stderr.write(`${[what, ...mend].join("\n")}\n`);
  }
}
