import { existsSync, readdirSync, statSync } from "node:fs";
import { backupFolderOf, NewerDatabase } from "../db/migrate";
import { diskFault } from "../db/diskFault";

/** Why the database could not be opened, and what to do: each a sentence. */
export interface Unopened {
  readonly what: string;
  readonly mend: readonly string[];
}

// The server is bundled apart from the front that answers for it, so this is kept where both see it.
const keeper = globalThis as typeof globalThis & { ypsiloidUnopened?: Unopened };

export function unopened(): Unopened | undefined {
  return keeper.ypsiloidUnopened;
}

/** Notes that the database could not be opened: from now on nothing but a page that says so is answered. */
export function noteUnopened(error: unknown, databaseFile: string): Unopened {
  return (keeper.ypsiloidUnopened = unopenedBy(error, databaseFile));
}

/** What an error on opening a database means for whoever wants to use it. */
export function unopenedBy(error: unknown, databaseFile: string): Unopened {
  const code = typeof error === "object" && error !== null && "code" in error ? String(error.code) : "";
  const backups = backupsOf(databaseFile);
  const newest = backups.at(-1);
  const putBack =
    newest === undefined
      ? `There is no backup in ${backupFolderOf(databaseFile)}. Keep a copy of ${databaseFile} before anything else is tried. To begin anew, move it and the files -wal and -shm beside it elsewhere, and start Ypsiloid again.`
      : `The newest backup is ${newest}. To go back to it: stop Ypsiloid, move ${databaseFile} and the files -wal and -shm beside it elsewhere, copy the backup to ${databaseFile}, and start again.`;
  const again = "Then start Ypsiloid again: it goes on where it was.";
  const disk = diskFault(error);
  if (disk !== null) return { what: `The database cannot be opened: ${disk}.`, mend: [again] };
  if (error instanceof NewerDatabase)
    return {
      what: `The database was made by a later version of Ypsiloid: ${error.message}.`,
      mend: ["Start that version, or a later one.", `To stay with this version: ${lower(putBack)}`],
    };
  if (code === "SQLITE_NOTADB" || code.startsWith("SQLITE_CORRUPT"))
    return { what: `${databaseFile} is damaged, or is no database of Ypsiloid.`, mend: [putBack] };
  if (code.startsWith("SQLITE_BUSY") || code.startsWith("SQLITE_LOCKED"))
    return {
      what: "Another program holds the database.",
      mend: [
        "End the other program: a second Ypsiloid on the same data folder, or a tool that has the file open.",
        again,
      ],
    };
  if (code.startsWith("SQLITE_CANTOPEN"))
    return { what: `${databaseFile} cannot be opened: see that it is a file, and yours.`, mend: [again] };
  return {
    what: `The database could not be brought up to date (${error instanceof Error ? error.message : String(error)}).`,
    mend: ["Nothing was lost: what is done of it is taken up at the next start. Start Ypsiloid again.", putBack],
  };
}

function lower(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

/** The whole backups of a database, the oldest first. */
function backupsOf(databaseFile: string): string[] {
  const folder = backupFolderOf(databaseFile);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => name.endsWith(".sqlite"))
    .map((name) => `${folder}/${name}`)
    .map((file) => ({ file, madeAt: statSync(file).mtimeMs }))
    .sort((a, b) => a.madeAt - b.madeAt)
    .map(({ file }) => file);
}
