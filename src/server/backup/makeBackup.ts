import Database from "better-sqlite3";
import { mkdir, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { isoTime } from "../../core/contact";
import type { BackupFacts, BackupReason } from "../../core/contract";
import { connect, type Store } from "../db/store";
import { wholeLogFile } from "../logbook/exports";
import { quietContext } from "../quietContext";
import { adifFolder, backupFile, backupName, keepFacts, keepNewestFiles, wholly } from "./backupFolder";
import { checkWhole } from "./soundness";

const BUSY_TIMEOUT_MS = 10_000;
/** So many days of a log as ADIF are kept. */
const ADIF_DAYS = 7;

/** What a backup is made of. */
export interface BackupOrder {
  readonly databaseFile: string;
  readonly folder: string;
  readonly why: BackupReason;
  /** Seconds since 1970 UTC. */
  readonly at: number;
  /** Also writes each log as ADIF, for whatever else may read it one day. */
  readonly withAdif: boolean;
}

/**
 * Makes a backup by SQLite's online backup, checks it, and reads it back. Others go on writing meanwhile.
 *
 * @returns its name
 * @throws DamagedBackup when the copy is not whole
 */
export async function makeBackup({ databaseFile, folder, why, at, withAdif }: BackupOrder): Promise<string> {
  await mkdir(folder, { recursive: true });
  const name = backupName(at, why);
  let facts: BackupFacts | undefined;
  await wholly(backupFile(folder, name), async (begun) => {
    const source = new Database(databaseFile, { readonly: true, timeout: BUSY_TIMEOUT_MS });
    try {
      // All at once: what others write between two steps would have it begin anew.
      await source.backup(begun, { progress: ({ remainingPages }) => remainingPages });
    } finally {
      source.close();
    }
    checkWhole(begun);
    const copy = connect(begun);
    try {
      facts = { madeAt: isoTime(at), why, ...readBack(copy) };
      if (withAdif) await writeAdif(copy, folder, at);
    } finally {
      copy.close();
    }
    asOneFile(begun);
  });
  await keepFacts(folder, name, facts!);
  return name;
}

function readBack(store: Store): Pick<BackupFacts, "logbooks" | "newest"> {
  const { q } = store;
  const logbooks = store.all(
    q
      .selectFrom("logbook")
      .select((eb) => [
        "name",
        eb
          .selectFrom("contact")
          .whereRef("contact.logbookId", "=", "logbook.id")
          .select((inner) => inner.fn.countAll<number>().as("all"))
          .as("contacts"),
      ])
      .orderBy("id"),
  );
  const { newest } = store.first(q.selectFrom("contact").select((eb) => eb.fn.max("startedAt").as("newest")))!;
  return {
    logbooks: logbooks.map(({ name, contacts }) => ({ name, contacts: contacts ?? 0 })),
    newest: (newest as number | null) === null ? null : isoTime(newest),
  };
}

/** Each log as a file of ADIF, of this day. */
async function writeAdif(store: Store, backups: string, at: number): Promise<void> {
  const folder = adifFolder(backups);
  await mkdir(folder, { recursive: true });
  const context = quietContext(store, "backup", () => at);
  const logbooks = store.all(store.q.selectFrom("logbook").select(["id", "name"]).orderBy("id"));
  for (const { id, name } of logbooks) {
    const file = await wholeLogFile(context, id, "adi");
    if (!file.ok) continue;
    // Two names may be the same once letters are left out.
    const beginning = `${id}-${name.replace(/[^A-Za-z0-9-]+/g, "-")}-`;
    await wholly(join(folder, `${beginning}${isoTime(at).slice(0, 10)}.adi`), (begun) =>
      writeFile(begun, file.value.pieces),
    );
    await keepNewestFiles(folder, beginning, ADIF_DAYS);
  }
}

/** A database that needs no other files beside it. */
function asOneFile(file: string): void {
  const sqlite = new Database(file);
  sqlite.pragma("journal_mode = DELETE");
  sqlite.close();
}
