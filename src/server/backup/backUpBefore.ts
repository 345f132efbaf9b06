import { backupFolderOf } from "../db/migrate";
import { JobProblem, type JobRun } from "../jobs/jobRun";
import { backupProblem } from "./backupProblem";
import { makeBackup } from "./makeBackup";

/** What changes more contacts than this is preceded by a backup. */
const LARGE = 1000;

/**
 * Makes a backup before a job changes many contacts, unless it goes on where it was.
 *
 * @param databaseFile null where nothing is backed up, as in tests
 * @throws JobProblem when none could be made; then nothing is to be changed
 */
export async function backUpBefore(
  { context, resumed }: Pick<JobRun<unknown, unknown>, "context" | "resumed">,
  contacts: number,
  databaseFile: string | null,
): Promise<void> {
  if (databaseFile === null || resumed !== null || contacts <= LARGE) return;
  const order = { databaseFile, folder: backupFolderOf(databaseFile), why: "change", withAdif: false } as const;
  try {
    await makeBackup({ ...order, at: context.now() });
  } catch (error) {
    throw new JobProblem(`There is no backup of how it was: ${backupProblem(error)}. Nothing was changed.`);
  }
  context.announce({ type: "backups" });
}
