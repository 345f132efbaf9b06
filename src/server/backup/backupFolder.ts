import {
  copyFileSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";
import { isoTime } from "../../core/contact";
import { type Backup, type BackupFacts, backupFactsSchema } from "../../core/contract";

const ENDING = ".sqlite";
/** What is not whole yet does not look like a backup. */
const UNFINISHED = ".unfinished";
const ADIF_FOLDER = "adif";

/** The name of a backup that is made at a time, seconds since 1970 UTC. */
export function backupName(at: number, why: BackupFacts["why"]): string {
  return `${isoTime(at).replaceAll(":", "-")}-${why}`;
}

export function backupFile(folder: string, name: string): string {
  return join(folder, `${name}${ENDING}`);
}

/** Makes a file whole or not at all: it gets its name when it is written. */
export async function wholly(file: string, write: (begun: string) => Promise<void> | void): Promise<void> {
  const begun = `${file}${UNFINISHED}`;
  rmSync(begun, { force: true });
  try {
    await write(begun);
    renameSync(begun, file);
  } finally {
    for (const part of [begun, `${begun}-wal`, `${begun}-shm`, `${begun}-journal`]) rmSync(part, { force: true });
  }
}

/** Takes away what a process that was killed left half made; nothing else may be making a backup. */
export function removeUnfinished(folder: string): void {
  for (const file of filesIn(folder)) if (file.includes(UNFINISHED)) rmSync(join(folder, file), { force: true });
}

/** Beside each backup stands what was found when it was checked. */
function factsFile(folder: string, name: string): string {
  return join(folder, `${name}.json`);
}

export async function keepFacts(folder: string, name: string, facts: BackupFacts): Promise<void> {
  await wholly(factsFile(folder, name), (begun) => writeFileSync(begun, JSON.stringify(facts)));
}

function factsOf(folder: string, name: string): BackupFacts | null {
  try {
    return backupFactsSchema.safeParse(JSON.parse(readFileSync(factsFile(folder, name), "utf8"))).data ?? null;
  } catch {
    return null;
  }
}

/** The backups in a folder, the newest first; none where there is no such folder. */
export function backupsIn(folder: string, second: string | null): Backup[] {
  const elsewhere = new Set(second === null ? [] : namesIn(second));
  return namesIn(folder)
    .map((name) => {
      const { size, mtimeMs } = statSync(backupFile(folder, name));
      const facts = factsOf(folder, name);
      return {
        name,
        madeAt: facts?.madeAt ?? isoTime(Math.floor(mtimeMs / 1000)),
        why: facts?.why ?? ("update" as const),
        bytes: size,
        facts: facts === null ? null : { logbooks: facts.logbooks, newest: facts.newest },
        isInSecond: elsewhere.has(name),
      };
    })
    .sort((a, b) => b.madeAt.localeCompare(a.madeAt) || b.name.localeCompare(a.name));
}

/** What is in a folder; nothing where there is none, as on a disk that was taken away. */
function filesIn(folder: string): string[] {
  try {
    return readdirSync(folder);
  } catch {
    return [];
  }
}

function namesIn(folder: string): string[] {
  return filesIn(folder)
    .filter((file) => file.endsWith(ENDING))
    .map((file) => file.slice(0, -ENDING.length));
}

export function removeBackup(folder: string, name: string): void {
  for (const file of [backupFile(folder, name), factsFile(folder, name)]) rmSync(file, { force: true });
}

/** Copies a backup, with what was found in it, to another folder. */
export async function copyBackup(folder: string, second: string, name: string): Promise<void> {
  mkdirSync(second, { recursive: true });
  for (const fileIn of [backupFile, factsFile])
    await wholly(fileIn(second, name), (begun) => copyFileSync(fileIn(folder, name), begun));
}

/** Where copies of the logs as ADIF lie, one a day. */
export function adifFolder(folder: string): string {
  return join(folder, ADIF_FOLDER);
}

/** Lets all but the newest so many files go, of those whose names begin so and end in a day. */
export function keepNewestFiles(folder: string, beginning: string, most: number): void {
  const own = readdirSync(folder)
    .filter((file) => file.startsWith(beginning) && /^\d{4}-\d{2}-\d{2}\.[a-z]+$/.test(file.slice(beginning.length)))
    .sort();
  for (const file of own.slice(0, Math.max(0, own.length - most))) rmSync(join(folder, file), { force: true });
}
