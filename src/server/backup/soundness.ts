import Database from "better-sqlite3";
import { unknownMigrations } from "../db/migrate";

/** A file that cannot be a backup, or one that cannot be trusted. */
export class DamagedBackup extends Error {}

/**
 * Checks that a file is a whole database.
 *
 * @throws DamagedBackup when it is not
 */
export function checkWhole(file: string): void {
  const sqlite = new Database(file, { readonly: true });
  try {
    const said = sqlite.pragma("integrity_check(1)", { simple: true });
    if (said !== "ok") throw new DamagedBackup(String(said));
    const loose = sqlite.pragma("foreign_key_check") as unknown[];
    if (loose.length > 0) throw new DamagedBackup(`${loose.length} rows belong to nothing`);
  } finally {
    sqlite.close();
  }
}

/** Why one cannot go back to a backup, and the mend; null where one can. */
export function obstacleTo(file: string): string | null {
  try {
    checkWhole(file);
    const newer = unknownMigrations(file);
    if (newer === null) return "it is a database of another program: choose a backup of Ypsiloid";
    if (newer.length > 0)
      return `a later version of Ypsiloid made it (it has ${newer.join(", ")}): update Ypsiloid before`;
    return null;
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error);
    return `it is damaged (${said}): choose another one, or its copy in the second folder`;
  }
}
