import Database from "better-sqlite3";
import { closeSync, fdatasyncSync, openSync, writeFileSync } from "node:fs";
import { mkdir, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { setTimeout } from "node:timers/promises";
import { isoTime } from "../../core/contact";
import type { BackupFacts, BackupReason } from "../../core/contract";
import { connect, type Store } from "../db/store";
import { wholeLogFile } from "../logbook/exports";
import { quietContext } from "../quietContext";
import { adifFolder, backupFile, backupName, keepFacts, keepNewestFiles, wholly } from "./backupFolder";
import { checkWhole } from "./soundness";
import { liveLogbooks } from "../logbook/liveLogbooks";

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
    await copyOnline(databaseFile, begun);
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

/** So much is copied before it goes to the disk: who waits for the disk meanwhile waits for no more. */
const PAGES_AT_ONCE = 256;

/** Copies a database as it is now. Nobody waits for it, neither for the database nor, for long, for the disk. */
async function copyOnline(databaseFile: string, to: string): Promise<void> {
  const source = new Database(databaseFile, { readonly: true, timeout: BUSY_TIMEOUT_MS });
  writeFileSync(to, "");
  const handle = openSync(to, "r+");
  try {
    await untilQuiet(source);
    // One view of it for all steps: what others write between two of them would have the copy begin anew.
    source.exec("BEGIN");
    source.prepare("SELECT count(*) FROM sqlite_master").get();
    await source.backup(to, {
      progress() {
        fdatasyncSync(handle);
        return PAGES_AT_ONCE;
      },
    });
    source.exec("COMMIT");
  } finally {
    closeSync(handle);
    source.close();
  }
}

/** So many pages may still be on their way into the database's file when a copy begins. */
const FEW_PAGES = 1000;
const [PATIENCE_MS, LOOK_MS] = [20_000, 200];

/** After a long job the disk is busy with what it wrote: to copy at once would keep all who log waiting. */
async function untilQuiet(source: Database.Database): Promise<void> {
  for (let waited = 0; waited < PATIENCE_MS; waited += LOOK_MS) {
    const [row] = source.pragma("wal_checkpoint(NOOP)") as { log: number; checkpointed: number }[];
    if (row === undefined || row.log - row.checkpointed < FEW_PAGES) return;
    await setTimeout(LOOK_MS);
  }
}

function readBack(store: Store): Pick<BackupFacts, "logbooks" | "newest"> {
  const { q } = store;
  const logbooks = store.all(
    liveLogbooks(store)
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
  const logbooks = store.all(liveLogbooks(store).select(["id", "name"]).orderBy("id"));
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
