import Database from "better-sqlite3";
import { copyFile, mkdir, rm } from "node:fs/promises";
import { dirname, join } from "node:path";
import { compareWithBackup, type Standing } from "../../core/backup";
import { isoTime } from "../../core/contact";
import type { BackupLook } from "../../core/contract";
import { connect, openStore, type Store } from "../db/store";
import { keepPeople } from "../people/keepPeople";
import { obstacleTo } from "./soundness";
import { atHome, homesIn, standingsOf, takeOver } from "./takeOver";
import { liveLogbooks } from "../logbook/liveLogbooks";

/** So many of the contacts that would be lost are listed. */
const LISTED = 50;

/** A backup, made ready to be put in the log's place. */
export interface ReturnOrder {
  readonly databaseFile: string;
  /** The backup's file. */
  readonly file: string;
  /** How what is taken over is named in the journal; null where nothing is. */
  readonly summary: string | null;
  /** Seconds since 1970 UTC. */
  readonly at: number;
}

/** What going back to a backup would do. Nothing is changed, but a copy of a backup of an earlier version. */
export async function lookAtReturn({ databaseFile, file }: ReturnOrder): Promise<Omit<BackupLook, "madeAt">> {
  const obstacle = obstacleTo(file);
  if (obstacle !== null) return { obstacle, logbooks: [], onlyNow: [] };
  const log = connect(databaseFile);
  const backup = await copyOf(file, databaseFile);
  try {
    const homes = homesIn(backup, log);
    const [then, now] = [standingsOf(backup), atHome(standingsOf(log), homes)];
    const { onlyNow, onlyThen, changed } = compareWithBackup(then, now);
    const before = namesOf(backup);
    const after = new Map([...namesOf(log)].map(([id, name]) => [homes.get(id)!, name]));
    const count = (standings: readonly Standing[], id: number) =>
      standings.reduce((sum, { logbookId }) => sum + (logbookId === id ? 1 : 0), 0);
    const newestFirst = [...onlyNow].sort((a, b) => b.startedAt - a.startedAt || b.id - a.id);
    return {
      obstacle,
      logbooks: [...new Set([...before.keys(), ...after.keys()])].map((id) => ({
        name: after.get(id) ?? before.get(id)!,
        then: before.has(id) ? count(then, id) : null,
        now: after.has(id) ? count(now, id) : null,
        onlyNow: count(onlyNow, id),
        onlyThen: count(onlyThen, id),
        changed: count(changed, id),
      })),
      onlyNow: newestFirst
        .slice(0, LISTED)
        .map(({ call, startedAt, band, mode }) => ({ call, startedAt: isoTime(startedAt), band, mode })),
    };
  } finally {
    backup.close();
    log.close();
    await dropCopy(databaseFile);
  }
}

/** Makes a copy of a backup, of this version, with what it is to take over; `putInPlace` goes on with it. */
export async function makeReady({ databaseFile, file, summary, at }: ReturnOrder): Promise<number> {
  const backup = await copyOf(file, databaseFile);
  const log = connect(databaseFile);
  try {
    return summary === null ? 0 : takeOver(backup, log, summary, at);
  } finally {
    log.close();
    backup.close();
  }
}

/**
 * Puts the copy that was made ready in the log's place, in one transaction: who has the log open goes on with it, and a
 * process that is killed leaves it as it was. People stay as they are. Nobody else may write meanwhile.
 *
 * @returns how many contacts more it took over, which came since it was made ready
 */
export async function putInPlace({ databaseFile, summary, at }: ReturnOrder): Promise<number> {
  const ready = copyFileOf(databaseFile);
  const [backup, log] = [connect(ready), connect(databaseFile)];
  const taken = summary === null ? 0 : takeOver(backup, log, summary, at);
  keepPeople(backup, log, homesIn(backup, log));
  log.close();
  backup.close();
  const source = new Database(ready);
  try {
    await source.backup(databaseFile, { progress: ({ remainingPages }) => remainingPages });
  } finally {
    source.close();
  }
  await dropCopy(databaseFile);
  return taken;
}

function copyFileOf(databaseFile: string): string {
  return join(dirname(databaseFile), "going-back", "copy.sqlite");
}

/** A copy of a backup, brought to this version; the backup stays as it is. */
async function copyOf(file: string, databaseFile: string): Promise<Store> {
  await dropCopy(databaseFile);
  const copy = copyFileOf(databaseFile);
  await mkdir(dirname(copy), { recursive: true });
  await copyFile(file, copy);
  return openStore(copy);
}

/** Takes away what going back left, also when it was cut off. */
export async function dropCopy(databaseFile: string): Promise<void> {
  await rm(dirname(copyFileOf(databaseFile)), { recursive: true, force: true });
}

function namesOf(store: Store): ReadonlyMap<number, string> {
  return new Map(store.all(liveLogbooks(store).select(["id", "name"]).orderBy("id")).map(({ id, name }) => [id, name]));
}
