import { copyFile, mkdir, readdir, readFile, rename, rm, stat, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { isoTime } from "../../core/contact";
import { type Backup, type BackupFacts, backupFactsSchema } from "../../core/contract";

// Nothing here holds up who asks: a folder may lie on a disk that is slow, or on another machine.

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
export async function wholly(file: string, write: (begun: string) => Promise<void>): Promise<void> {
  const begun = `${file}${UNFINISHED}`;
  await rm(begun, { force: true });
  try {
    await write(begun);
    await rename(begun, file);
  } finally {
    await dropUnfinished(file);
  }
}

/** Takes away what was begun of a file. */
export async function dropUnfinished(file: string): Promise<void> {
  const begun = `${file}${UNFINISHED}`;
  for (const part of [begun, `${begun}-wal`, `${begun}-shm`, `${begun}-journal`]) await rm(part, { force: true });
}

/** Takes away what a process that was killed left half made; nothing else may be making a backup. */
export async function removeUnfinished(folder: string): Promise<void> {
  for (const file of await filesIn(folder))
    if (file.includes(UNFINISHED)) await rm(join(folder, file), { force: true });
}

/** Beside each backup stands what was found when it was checked. */
function factsFile(folder: string, name: string): string {
  return join(folder, `${name}.json`);
}

export async function keepFacts(folder: string, name: string, facts: BackupFacts): Promise<void> {
  await wholly(factsFile(folder, name), (begun) => writeFile(begun, JSON.stringify(facts)));
}

async function factsOf(folder: string, name: string): Promise<BackupFacts | null> {
  try {
    return backupFactsSchema.safeParse(JSON.parse(await readFile(factsFile(folder, name), "utf8"))).data ?? null;
  } catch {
    return null;
  }
}

/** The backups in a folder, and in a second one, the newest first; none where there is no such folder. */
export async function backupsIn(folder: string, second: string | null): Promise<Backup[]> {
  const here = new Set(await namesIn(folder));
  const elsewhere = new Set(second === null ? [] : await namesIn(second));
  const found = await Promise.all(
    [...new Set([...here, ...elsewhere])].map(async (name): Promise<Backup | null> => {
      const at = here.has(name) ? folder : second!;
      const [file, facts] = await Promise.all([stat(backupFile(at, name)).catch(() => null), factsOf(at, name)]);
      // It was let go meanwhile.
      if (file === null) return null;
      return {
        name,
        madeAt: facts?.madeAt ?? isoTime(Math.floor(file.mtimeMs / 1000)),
        why: facts?.why ?? "update",
        bytes: file.size,
        facts: facts === null ? null : { logbooks: facts.logbooks, newest: facts.newest },
        isInFirst: here.has(name),
        isInSecond: elsewhere.has(name),
      };
    }),
  );
  return found
    .filter((backup) => backup !== null)
    .sort((a, b) => b.madeAt.localeCompare(a.madeAt) || b.name.localeCompare(a.name));
}

/** What is in a folder; nothing where there is none, as on a disk that was taken away. */
async function filesIn(folder: string): Promise<string[]> {
  return readdir(folder).catch(() => []);
}

async function namesIn(folder: string): Promise<string[]> {
  return (await filesIn(folder)).filter((file) => file.endsWith(ENDING)).map((file) => file.slice(0, -ENDING.length));
}

export async function removeBackup(folder: string, name: string): Promise<void> {
  for (const file of [backupFile(folder, name), factsFile(folder, name)]) await rm(file, { force: true });
}

/** Copies a backup, with what was found in it, to another folder. */
export async function copyBackup(folder: string, second: string, name: string): Promise<void> {
  await mkdir(second, { recursive: true });
  for (const fileIn of [backupFile, factsFile])
    await wholly(fileIn(second, name), (begun) => copyFile(fileIn(folder, name), begun));
}

/** Where copies of the logs as ADIF lie, one a day. */
export function adifFolder(folder: string): string {
  return join(folder, ADIF_FOLDER);
}

/** Lets all but the newest so many files go, of those whose names begin so and end in a day. */
export async function keepNewestFiles(folder: string, beginning: string, most: number): Promise<void> {
  const own = (await filesIn(folder))
    .filter((file) => file.startsWith(beginning) && /^\d{4}-\d{2}-\d{2}\.[a-z]+$/.test(file.slice(beginning.length)))
    .sort();
  for (const file of own.slice(0, Math.max(0, own.length - most))) await rm(join(folder, file), { force: true });
}
