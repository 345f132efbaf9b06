import { readFileSync } from "node:fs";
import { access, constants, mkdir, writeFile } from "node:fs/promises";
import { isAbsolute, join, resolve } from "node:path";
import { z } from "zod";
import { isDue, kept } from "../../core/backup";
import { isoTime, secondsOf } from "../../core/contact";
import {
  type Backup,
  type BackupReason,
  type BackupSettings,
  backupSettingsSchema,
  type BackupView,
  backupViewSchema,
  type LiveEvent,
} from "../../core/contract";
import { backupFolderOf } from "../db/migrate";
import { done, failed, invalid, type Result } from "../problem";
import { ticking } from "../ticking";
import { backupsIn, copyBackup, removeBackup, removeUnfinished, wholly } from "./backupFolder";
import { backupProblem } from "./backupProblem";
import { type BackUp, backupInThread } from "./backupInThread";
import { dropCopy } from "./returning";

/** Makes backups, keeps some of them, and knows how that went. */
export interface Backups {
  view(): Promise<BackupView>;
  /** Makes one now; the answer comes when it is made and checked. */
  make(why: BackupReason): Promise<Result<Backup>>;
  change(settings: BackupSettings): Promise<Result<BackupView>>;
  /** Ends when what it does already is done. */
  close(): Promise<void>;
}

interface Options {
  readonly databaseFile: string;
  /** Seconds since 1970 UTC. */
  readonly now: () => number;
  readonly announce: (event: LiveEvent) => void;
  readonly fault: (error: unknown) => void;
  /** Runs an order to its end; in a thread of its own where nothing else is said. */
  readonly run?: BackUp;
  /** How often it is looked whether one is due, milliseconds. */
  readonly lookMs?: number;
}

const LOOK_MS = 60_000;
/** After a failure the next one by itself waits so long, seconds. */
const AGAIN_AFTER = 900;
const NEEDS_ALL: ReadonlySet<BackupReason> = new Set(["change", "return"]);

/** Beside the backups and not in the database: to go back to an older one changes nothing of it. */
const keptSchema = z.object({
  settings: backupSettingsSchema,
  problem: backupViewSchema.shape.problem,
});

export function createBackups({
  databaseFile,
  now,
  announce,
  fault,
  run = backupInThread,
  lookMs = LOOK_MS,
}: Options): Backups {
  const folder = backupFolderOf(databaseFile);
  const file = join(folder, "backups.json");
  const tidied = Promise.all([removeUnfinished(folder), dropCopy(databaseFile)]).catch(fault);
  let state = readState(file);
  let running: Promise<Result<Backup>> | null = null;

  async function keep(next: Partial<z.output<typeof keptSchema>>): Promise<void> {
    state = { ...state, ...next };
    announce({ type: "backups" });
    await mkdir(folder, { recursive: true });
    await wholly(file, (begun) => writeFile(begun, JSON.stringify(state)));
  }

  const view = async (): Promise<BackupView> => ({
    folder,
    settings: state.settings,
    items: await backupsIn(folder, state.settings.second),
    isRunning: running !== null,
    problem: state.problem,
  });

  async function begin(why: BackupReason): Promise<Result<Backup>> {
    await tidied;
    const at = now();
    const failing = async (text: string) => {
      await keep({ problem: { at: isoTime(now()), text } }).catch(fault);
      return failed(503, "No backup", `It could not be backed up: ${text}.`);
    };
    const end = await run({ databaseFile, folder, why, at, withAdif: why === "schedule" });
    if ("problem" in end) return failing(end.problem);
    const { second, keep: rule } = state.settings;
    try {
      if (second !== null) await copyBackup(folder, second, end.name);
    } catch (error) {
      return failing(`it is made, and could not be copied to ${second}: ${backupProblem(error)}`);
    }
    for (const where of second === null ? [folder] : [folder, second]) await letGo(where, rule);
    await keep({ problem: null });
    const made = (await backupsIn(folder, second)).find(({ name }) => name === end.name);
    return made === undefined ? failing("it was taken away as soon as it was made") : done(made);
  }

  function make(why: BackupReason): Promise<Result<Backup>> {
    // Who asks while one is made gets that one, but for what needs all that was written up to now.
    if (running !== null && NEEDS_ALL.has(why)) return running.then(() => make(why));
    running ??= begin(why).finally(() => {
      running = null;
      announce({ type: "backups" });
    });
    announce({ type: "backups" });
    return running;
  }

  const end = ticking(
    lookMs,
    async () => {
      const [newest] = await backupsIn(folder, null);
      if (!isDue(state.settings.every, newest === undefined ? null : secondsOf(newest.madeAt), now())) return;
      if (state.problem !== null && now() - secondsOf(state.problem.at) < AGAIN_AFTER) return;
      const made = await make("schedule");
      if (!made.ok) fault(new Error(made.problem.detail));
    },
    fault,
  );

  return {
    view,
    make,
    async change(settings) {
      const { second } = settings;
      const fails = second === null ? null : await whyNotSecond(second, folder);
      if (fails !== null) return invalid([{ field: "second", text: fails }]);
      await keep({ settings });
      return done(await view());
    },
    async close() {
      await Promise.all([end(), tidied, running]);
    },
  };
}

function readState(file: string): z.output<typeof keptSchema> {
  try {
    const read = keptSchema.safeParse(JSON.parse(readFileSync(file, "utf8")));
    if (read.success) return read.data;
  } catch {
    // There is none yet, or it is damaged: the usual holds.
  }
  return { settings: backupSettingsSchema.parse({}), problem: null };
}

async function whyNotSecond(second: string, folder: string): Promise<string | null> {
  if (!isAbsolute(second)) return "write it from the root on, as in /media/stick/ypsiloid";
  if (resolve(second) === resolve(folder)) return "it is where the backups are already: choose another disk";
  try {
    await mkdir(second, { recursive: true });
    await access(second, constants.W_OK);
    return null;
  } catch (error) {
    return `it cannot be written: ${error instanceof Error ? error.message : String(error)}`;
  }
}

async function letGo(folder: string, rule: BackupSettings["keep"]): Promise<void> {
  const all = await backupsIn(folder, null);
  const keep = kept(
    all.map(({ madeAt }) => secondsOf(madeAt)),
    rule,
  );
  for (const { name, madeAt } of all) if (!keep.has(secondsOf(madeAt))) await removeBackup(folder, name);
}
