import Database from "better-sqlite3";
import {
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { checkContact, completeContact, type ContactFacts } from "../../core/contact";
import {
  type BackupSettings,
  backupSettingsSchema,
  importChoicesSchema,
  type Job,
  type LiveEvent,
  logbookInputSchema,
} from "../../core/contract";
import { backupFolderOf } from "../db/migrate";
import { openStore, type Store } from "../db/store";
import { findJob, type JobRequest } from "../jobs/job";
import { insertJob } from "../jobs/supervisor";
import { doJob } from "../jobs/work";
import { writeBatch } from "../logbook/batch";
import { logContact } from "../logbook/contacts";
import { createLogbook } from "../logbook/logbooks";
import { quietContext } from "../quietContext";
import { taken, testMeans, valueOf } from "../testing";
import { backupFile, backupsIn } from "./backupFolder";
import { backupProblem } from "./backupProblem";
import { createBackups, type Backups } from "./backups";
import type { BackupEnd } from "./backupThread";
import { type BackupOrder, makeBackup } from "./makeBackup";

let folder: string;
let file: string;
let store: Store;
let now: number;
let heard: LiveEvent[];
let logbookId: number;
let open: Backups[];

const DAY = 86_400;
const NOON = Date.UTC(2026, 10, 28, 12) / 1000;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "ypsiloid-backups-"));
  file = join(folder, "ypsiloid.sqlite");
  store = openStore(file);
  now = NOON;
  heard = [];
  open = [];
  const site = { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" };
  const context = quietContext(store, "test", () => now);
  logbookId = valueOf(createLogbook(context, taken(logbookInputSchema, { name: "Home / log", site }))).id;
  log("OY4QSA");
});
afterEach(async () => {
  // One that lives on would look into the folder of a test that is over.
  for (const backups of open) await backups.close();
  store.close();
  rmSync(folder, { recursive: true, force: true });
});

const FACTS = { startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW" };
const log = (call: string) =>
  logContact(
    quietContext(store, "test", () => now),
    logbookId,
    { call, ...FACTS },
  );
const here = (order: BackupOrder): Promise<BackupEnd> =>
  makeBackup(order).then(
    (name) => ({ name }),
    (error: unknown) => ({ problem: backupProblem(error) }),
  );
const beginning = (some: Partial<Parameters<typeof createBackups>[0]>): Backups => {
  const backups = createBackups({
    databaseFile: file,
    now: () => now,
    announce: (event) => void heard.push(event),
    fault: (error) => {
      throw error;
    },
    run: here,
    ...some,
  });
  open.push(backups);
  return backups;
};
const begun = (run = here): Backups => beginning({ run });
const settings = (some: Partial<BackupSettings> = {}) => ({ ...backupSettingsSchema.parse({}), ...some });
const contactsIn = (backup: string) => {
  const copy = new Database(backup, { readonly: true });
  const calls = copy.prepare("SELECT call FROM contact ORDER BY id").pluck().all();
  copy.close();
  return calls;
};

test("a backup is the log as it was, whole, checked and read back, as one file", async () => {
  const backups = begun();
  const made = valueOf(await backups.make("asked"));
  log("DL1QTA");
  expect(made).toMatchObject({
    ...{ name: "2026-11-28T12-00-00Z-asked", madeAt: "2026-11-28T12:00:00Z", why: "asked", isInSecond: false },
    facts: { logbooks: [{ name: "Home / log", contacts: 1 }], newest: "2026-11-20T10:00:00Z" },
  });
  const backup = backupFile(backupFolderOf(file), made.name);
  expect(contactsIn(backup)).toEqual(["OY4QSA"]);
  expect(statSync(backup).size).toBe(made.bytes);
  expect(readdirSync(backupFolderOf(file)).sort()).toEqual([
    `${made.name}.json`,
    `${made.name}.sqlite`,
    "backups.json",
  ]);
  expect(await backups.view()).toMatchObject({ isRunning: false, problem: null, items: [{ name: made.name }] });
  expect(heard.every(({ type }) => type === "backups")).toBe(true);
});

test("by itself it also writes each log as ADIF, and keeps some days of it", async () => {
  const backups = begun();
  for (let day = 0; day < 9; day++, now += DAY) valueOf(await backups.make("schedule"));
  const adif = join(backupFolderOf(file), "adif");
  const files = readdirSync(adif).sort();
  expect(files).toHaveLength(7);
  expect(files[0]).toBe(`${logbookId}-Home-log-2026-11-30.adi`);
  expect(readFileSync(join(adif, files[6]!), "utf8")).toContain("<CALL:6>OY4QSA");
});

test("what the rule does not keep is let go, in both folders; a copy stands in the second one", async () => {
  const second = join(folder, "stick");
  const backups = begun();
  const keep = { newest: 1, days: 3, weeks: 0, months: 0 };
  valueOf(await backups.change(settings({ keep, second })));
  for (let at = 0; at < 8; at++, now += DAY / 2) valueOf(await backups.make("asked"));
  const { items } = await backups.view();
  expect(items.map(({ madeAt, isInSecond }) => [madeAt.slice(0, 13), isInSecond])).toEqual([
    ["2026-12-02T00", true],
    ["2026-12-01T12", true],
    ["2026-11-30T12", true],
  ]);
  expect(await backupsIn(second, null)).toHaveLength(3);
  expect(contactsIn(backupFile(second, items[0]!.name))).toEqual(["OY4QSA"]);
  // The settings are read again with the next start.
  const again = begun();
  expect((await again.view()).settings).toEqual(settings({ keep, second }));
});

test("a second folder that cannot be is refused, one that is gone later is told, and the backup is kept", async () => {
  const backups = begun();
  for (const second of ["stick", backupFolderOf(file)])
    expect(await backups.change(settings({ second }))).toMatchObject({ ok: false, problem: { status: 422 } });
  const second = join(folder, "stick");
  valueOf(await backups.change(settings({ second })));
  rmSync(second, { recursive: true });
  writeFileSync(second, "no folder");
  expect(await backups.make("asked")).toMatchObject({
    ok: false,
    problem: { status: 503, detail: expect.stringContaining("it is made, and could not be copied to") as string },
  });
  expect(await backups.view()).toMatchObject({
    items: [{ isInSecond: false }],
    problem: { at: "2026-11-28T12:00:00Z" },
  });
  rmSync(second);
  now += 60;
  valueOf(await backups.make("asked"));
  expect((await backups.view()).problem).toBeNull();
});

test("a damaged database is not backed up as if it were whole, and nothing half made is left", async () => {
  for (let at = 0; at < 10; at++) log(`DL${at}QTA`);
  store.checkpoint();
  store.close();
  const bytes = readFileSync(file);
  // A page in the middle is overwritten.
  bytes.fill(0x5a, 4096 * 20, 4096 * 24);
  writeFileSync(file, bytes);
  const backups = begun();
  const made = await backups.make("asked");
  expect(made.ok).toBe(false);
  expect(await backups.view()).toMatchObject({
    items: [],
    problem: { text: expect.stringMatching(/damaged|malformed/) as string },
  });
  expect(readdirSync(backupFolderOf(file))).toEqual(["backups.json"]);
  writeFileSync(file, "");
  truncateSync(file);
  store = openStore(file);
});

test("who asks while one is made gets that one; what fails is told, and does not look like a backup", async () => {
  let runs = 0;
  const backups = begun((order) => {
    runs++;
    return here(order);
  });
  const [first, second] = await Promise.all([backups.make("asked"), backups.make("schedule")]);
  expect(valueOf(first).name).toBe(valueOf(second).name);
  expect(runs).toBe(1);
  const failing = begun(() => Promise.resolve({ problem: "the disk is full: make room" }));
  expect(await failing.make("asked")).toMatchObject({
    problem: { detail: "It could not be backed up: the disk is full: make room." },
  });
  expect(await failing.view()).toMatchObject({ problem: { text: "the disk is full: make room" }, items: [{}] });
});

test("backups of earlier versions are listed, what is not whole is not, and damaged notes do no harm", async () => {
  const backups = backupFolderOf(file);
  mkdirSync(backups, { recursive: true });
  writeFileSync(join(backups, "before-migration-2026-11-01.sqlite"), "x");
  writeFileSync(join(backups, "2026-11-28T12-00-00Z-asked.sqlite.unfinished"), "x");
  writeFileSync(join(backups, "backups.json"), "{ nonsense");
  const again = begun();
  const { items, settings: usual } = await again.view();
  expect(items).toMatchObject([{ name: "before-migration-2026-11-01", why: "update", facts: null, bytes: 1 }]);
  expect(usual).toEqual(settings());
  // What a kill left half made is taken away before another one is made, and nothing else is.
  valueOf(await again.make("asked"));
  expect(readdirSync(backups).filter((name) => name.includes("unfinished"))).toEqual([]);
  expect((await again.view()).items).toHaveLength(2);
});

test("a backup is made step by step of one moment: what is written meanwhile is not in it", async () => {
  const long = { ...completeContact(valueOfChecked({ ...FACTS, call: "DL1QTA" })), notes: "n".repeat(8000) };
  writeBatch(quietContext(store, "test"), { logbookId, kind: "import", summary: "Long" }, (writer) => {
    for (let at = 0; at < 600; at++) writer.add(long);
  });
  let isMade = false;
  const order = { databaseFile: file, folder: backupFolderOf(file), why: "asked", at: now, withAdif: false } as const;
  const made = makeBackup(order).finally(() => (isMade = true));
  const written: string[] = [];
  while (!isMade) {
    written.push(`W${written.length % 10}QUB`);
    log(written.at(-1)!);
    await new Promise(setImmediate);
  }
  const inIt = contactsIn(backupFile(backupFolderOf(file), await made)).filter((call) =>
    written.includes(String(call)),
  );
  // What was there when it began, and nothing later.
  expect(inIt).toEqual(written.slice(0, inIt.length));
  expect(written.length).toBeGreaterThan(inIt.length + 5);
});

test("who needs all that was written gets a backup of its own, and not the one that is being made", async () => {
  const orders: BackupOrder[] = [];
  const backups = begun((order) => {
    orders.push(order);
    return here(order);
  });
  const asked = [backups.make("asked"), backups.make("asked"), backups.make("return")];
  now += 1;
  const made = (await Promise.all(asked)).map((one) => valueOf(one).why);
  expect(made).toEqual(["asked", "asked", "return"]);
  expect(orders.map(({ why }) => why)).toEqual(["asked", "return"]);
});

test("what only the second folder has is listed with it, as after a disk that died", async () => {
  const second = join(folder, "stick");
  const backups = begun();
  valueOf(await backups.change(settings({ second })));
  const { name } = valueOf(await backups.make("asked"));
  rmSync(backupFile(backupFolderOf(file), name));
  const { items } = await backups.view();
  expect(items).toMatchObject([{ name, why: "asked", isInFirst: false, isInSecond: true, facts: { logbooks: [{}] } }]);
});

test("by itself one is made when it is due, and after a failure not again at once", async () => {
  const orders: BackupOrder[] = [];
  let [looks, fails] = [0, true];
  const backups = beginning({
    now: () => (looks++, now),
    fault: () => {},
    lookMs: 1,
    run: (order) => {
      orders.push(order);
      return fails ? Promise.resolve({ problem: "the disk is full: make room" }) : here(order);
    },
  });
  const until = async (holds: () => boolean | Promise<boolean>) => {
    while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 1));
  };
  const lookedMore = (from = looks) => until(() => looks > from + 10);
  await until(async () => (await backups.view()).problem !== null);
  await lookedMore();
  expect(orders).toHaveLength(1);
  now += 900;
  fails = false;
  await until(async () => (await backups.view()).items.length === 1);
  await lookedMore();
  expect(orders).toHaveLength(2);
  expect(orders[1]).toMatchObject({ why: "schedule", withAdif: true });
  now += DAY;
  await until(() => orders.length === 3);
  await until(async () => !(await backups.view()).isRunning);
});

function valueOfChecked(input: unknown): ContactFacts {
  const checked = checkContact(input, NOON);
  if (!checked.ok) throw new Error(checked.faults[0]!.text);
  return checked.value;
}

describe("before a change of many", () => {
  const logMany = (count: number) =>
    writeBatch(context(), { logbookId, kind: "import", summary: "Many" }, (writer) => {
      for (let at = 0; at < count; at++) writer.add(completeContact(CONTACT));
      return writer.batchId!;
    });
  const context = () => quietContext(store, "test", () => now);
  const CONTACT = valueOfChecked({ call: "DL1QTA", ...FACTS });
  async function run(request: JobRequest): Promise<Job> {
    const jobId = insertJob(context(), logbookId, "Test", request);
    await doJob(context(), jobId, new AbortController().signal, { ...testMeans(), databaseFile: file }, here);
    return findJob(store, jobId)!;
  }
  async function change(): Promise<Job> {
    const asked = { do: "set", field: "comment", value: "on the hill" } as const;
    const preview = await run({ kind: "preview", selection: { all: {}, except: [] }, change: asked });
    return run({ kind: "change", change: asked, previewId: preview.id });
  }
  const kinds = async () =>
    (await backupsIn(backupFolderOf(file), null)).map(({ why, facts }) => [why, facts?.logbooks[0]?.contacts]);

  test("over a thousand there is a backup of how it was, up to that none; and before it is undone", async () => {
    logMany(999);
    expect(await change()).toMatchObject({ state: "done", report: { changed: 1000 } });
    expect(await kinds()).toEqual([]);
    const batchId = logMany(1001);
    expect(await change()).toMatchObject({ state: "done" });
    expect(await kinds()).toEqual([["change", 2001]]);
    const [made] = await backupsIn(backupFolderOf(file), null);
    const copy = new Database(backupFile(backupFolderOf(file), made!.name));
    expect(copy.prepare("SELECT count(*) FROM contact WHERE comment IS NULL").pluck().get()).toBe(1001);
    copy.close();
    now += 1;
    expect(await run({ kind: "undo", batchId })).toMatchObject({ state: "done" });
    expect(await kinds()).toHaveLength(2);
  });

  test("a file that can bring over a thousand is taken in after a backup, a smaller one without", async () => {
    const record = "<CALL:6>OY4QSA<QSO_DATE:8>20191103<TIME_ON:4>1010<BAND:3>15m<MODE:2>CW<EOR>\n";
    const take = async (records: number) => {
      const taken = join(folder, "taken.adi");
      writeFileSync(taken, record.repeat(records));
      const choices = importChoicesSchema.parse({ duplicates: "keep" });
      return run({ kind: "import", file: taken, fileName: "taken.adi", choices });
    };
    expect(await take(700)).toMatchObject({ state: "done", report: { added: 700 } });
    expect(await kinds()).toEqual([]);
    expect(await take(1001)).toMatchObject({ state: "done", report: { added: 1001 } });
    expect(await kinds()).toEqual([["change", 701]]);
  });

  test("where none can be made nothing is changed", async () => {
    logMany(1001);
    writeFileSync(backupFolderOf(file), "no folder");
    expect(await change()).toMatchObject({
      state: "failed",
      problem: expect.stringMatching(/^There is no backup of how it was: .*Nothing was changed\.$/) as string,
    });
    expect(store.all(store.q.selectFrom("contact").select("id").where("comment", "is not", null))).toEqual([]);
    rmSync(backupFolderOf(file));
    expect(await change()).toMatchObject({ state: "done" });
  });
});
