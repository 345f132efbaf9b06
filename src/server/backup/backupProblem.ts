import { diskFault } from "../db/diskFault";
import { DamagedBackup } from "./soundness";

/** Why a backup could not be made, and the mend. */
export function backupProblem(error: unknown): string {
  const disk = diskFault(error);
  if (disk !== null) return disk;
  const said = error instanceof Error ? error.message : String(error);
  if (error instanceof DamagedBackup)
    return `the copy is damaged (${said}) and was not kept: check the disk, for the database may be damaged too`;
  return said;
}
