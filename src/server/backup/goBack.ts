import { Worker } from "node:worker_threads";
import { fullTime } from "../../core/time/words";
import type { BackupLook, WentBack } from "../../core/contract";
import { backupFolderOf } from "../db/migrate";
import { SILENT } from "../jobs/job";
import { done, failed, missing, type Result } from "../problem";
import { reopened, type Runtime } from "../runtime";
import { saidBy } from "../saidBy";
import { backupFile } from "./backupFolder";
import type { ReturnOrder } from "./returning";
import type { ReturnEnd, ReturnStep, ReturnSteps } from "./returnThread";

/** One at a time: each has the copy that it works on in the same place. */
let last: Promise<unknown> = Promise.resolve();

function inTurn<Value>(work: () => Promise<Value>): Promise<Value> {
  const turn = last.then(work, work);
  last = turn.catch(() => {});
  return turn;
}

/** What going back to a backup would take away, bring back and change. */
export async function lookAtBackup(runtime: Runtime, name: string): Promise<Result<BackupLook>> {
  const found = await findBackup(runtime, name);
  if (!found.ok) return found;
  const { backup, order } = found.value;
  return inTurn(async () => {
    const look = await step("look", order);
    return look.ok ? done({ madeAt: backup.madeAt, ...look.value }) : look;
  });
}

/**
 * Puts a backup in the place of the log, after a backup of how it is now. What is written meanwhile waits for as long
 * as the last step takes; then everything that lives in the server begins anew.
 */
export async function goBack(runtime: Runtime, name: string, { takeOver }: { takeOver: boolean }) {
  const found = await findBackup(runtime, name);
  if (!found.ok) return found;
  const { backup, order: plain } = found.value;
  const { store } = runtime;
  const running = store.q.selectFrom("job").select("title").where("state", "=", "running");
  const job = store.first(running.where("kind", "not in", SILENT));
  if (job !== undefined)
    return failed(409, "At work", `${job.title} runs: wait for it, or cancel it, and then go back`);
  const summary = `Taken over on going back to the backup of ${fullTime(backup.madeAt)} UTC`;
  const order: ReturnOrder = { ...plain, summary: takeOver ? summary : null };
  return inTurn(async (): Promise<Result<WentBack>> => {
    const look = await step("look", order);
    if (!look.ok) return look;
    if (look.value.obstacle !== null)
      return failed(422, "No way back", `One cannot go back to this backup: ${look.value.obstacle}.`);
    const ready = await step("ready", order);
    if (!ready.ok) return ready;
    const before = await runtime.backups.make("return");
    if (!before.ok) return before;
    const placed = await reopened(() => step("place", order));
    if (!placed.ok) return placed;
    const takenOver = ready.value + placed.value;
    return done({ madeAt: backup.madeAt, takenOver, before: before.value.name });
  });
}

async function findBackup({ config, backups, context }: Runtime, name: string) {
  const { items, settings } = await backups.view();
  const backup = items.find((one) => one.name === name);
  if (backup === undefined) return missing(`a backup ${name}`);
  const { databaseFile } = config;
  const file = backupFile(backup.isInFirst ? backupFolderOf(databaseFile) : settings.second!, name);
  return done({ backup, order: { databaseFile, file, summary: null, at: context.now() } satisfies ReturnOrder });
}

async function step<Step extends keyof ReturnSteps>(
  name: Step,
  order: ReturnOrder,
): Promise<Result<ReturnSteps[Step]>> {
  const workerData: ReturnStep = { step: name, order };
  const worker = new Worker(new URL("./returnThread.ts", import.meta.url), { workerData });
  const end = await saidBy<ReturnEnd>(worker).catch((error: Error): ReturnEnd => ({ problem: error.message }));
  if ("problem" in end) return failed(503, "Not gone back", `All is as it was, since it did not work: ${end.problem}.`);
  return done(end.value as ReturnSteps[Step]);
}
