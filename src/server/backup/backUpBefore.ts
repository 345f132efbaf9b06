import { backupFolderOf } from "../db/migrate";
import { JobProblem, type JobRun } from "../jobs/jobRun";
import type { BackUp } from "./backupInThread";

/** What changes more contacts than this is preceded by a backup. */
const LARGE = 1000;

/**
 * Makes a backup before a job changes many contacts, unless it goes on where it was.
 *
 * @param databaseFile null where nothing is backed up, as in tests
 * @throws JobProblem when none could be made, or the job is cancelled meanwhile; then nothing is to be changed
 */
export async function backUpBefore(
  { context, resumed, signal }: Pick<JobRun<unknown, unknown>, "context" | "resumed" | "signal">,
  contacts: number,
  databaseFile: string | null,
  backUp: BackUp,
): Promise<void> {
  if (databaseFile === null || resumed !== null || contacts <= LARGE) return;
  const order = { databaseFile, folder: backupFolderOf(databaseFile), why: "change", withAdif: false } as const;
  const end = await backUp({ ...order, at: context.now() }, signal);
  if ("problem" in end) throw new JobProblem(`There is no backup of how it was: ${end.problem}. Nothing was changed.`);
  context.announce({ type: "backups" });
}
