import Database from "better-sqlite3";
import { mkdirSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type App, startApp } from "../e2e/app";
import type { Job, StoredContact } from "../src/core/contract";
import { MIGRATIONS } from "../src/server/db/migrations";
import { changeAll, contactsFile, ended, faultsIn, importFile, newLogbook } from "./logbook";
import { type Outcome, pause, randomOf } from "./outcome";

/** Kills the server at its first start, again and again in one empty folder, until it is let live. */
export async function killFirstStarts(rounds: number): Promise<Outcome> {
  return killStarts("kill at the first start", rounds, () => {});
}

/** Kills the server while it brings the database of an earlier version up to date. */
export async function killUpgrades(rounds: number): Promise<Outcome> {
  return killStarts("kill in an upgrade", rounds, (data, round) => {
    mkdirSync(data, { recursive: true });
    const sqlite = new Database(join(data, "ypsiloid.sqlite"));
    sqlite.pragma("journal_mode = WAL");
    sqlite.exec(
      "CREATE TABLE kysely_migration (name VARCHAR(255) NOT NULL PRIMARY KEY, timestamp VARCHAR(255) NOT NULL)",
    );
    const count = 1 + (round % (Object.keys(MIGRATIONS).length - 1));
    for (const [name, statements] of Object.entries(MIGRATIONS).slice(0, count)) {
      for (const statement of statements) sqlite.exec(statement);
      sqlite.prepare("INSERT INTO kysely_migration VALUES (?, '')").run(name);
    }
    sqlite.exec("INSERT INTO site (name, call, grid) VALUES ('Cabo Farol', 'CX3QUA', 'GF35co')");
    sqlite.exec("INSERT INTO logbook (name, siteId, createdAt) VALUES ('Kept', 1, 0)");
    sqlite.close();
  });
}

async function killStarts(
  what: string,
  rounds: number,
  prepare: (data: string, round: number) => void,
): Promise<Outcome> {
  const random = randomOf(rounds);
  const broken: string[] = [];
  const upgrade = what.includes("upgrade");
  for (let round = 0; round < rounds; round++) {
    const data = mkdtempSync(join(tmpdir(), "ypsiloid-kill-"));
    prepare(data, round);
    try {
      // How long a start takes is found out by the first that is let live.
      const app = await startApp("empty", { data, killAfterMs: 200 + random() * 1300 });
      try {
        const { items } = await app.api<{ items: { name: string }[] }>("logbooks");
        if (upgrade && items[0]?.name !== "Kept") broken.push(`round ${round}: the logbook is gone`);
        await newLogbook(app, "New");
        broken.push(...faultsIn(app.data).map((fault) => `round ${round}: ${fault}`));
      } finally {
        await app.stop();
      }
    } catch (error) {
      broken.push(`round ${round}: ${String(error)}`);
    } finally {
      rmSync(data, { recursive: true, force: true });
    }
  }
  return { what, tried: rounds, broken };
}

const KINDS = ["logging", "an import", "a sending", "a fetch", "a change of many", "an undo", "two jobs"] as const;

/** Kills the server in the middle of each kind of work, while contacts are logged; what was acknowledged must be there. */
export async function killWork(
  rounds: number,
  many = 3000,
  kinds: readonly (typeof KINDS)[number][] = KINDS,
): Promise<Outcome> {
  const random = randomOf(7);
  const broken: string[] = [];
  const app = await startApp("empty");
  try {
    const desk = await newLogbook(app, "Desk");
    await app.identify(desk, "CX3QUA");
    const acknowledged = new Map<number, string>();
    for (let round = 0; round < rounds; round++) {
      const kind = kinds[round % kinds.length]!;
      const note = (fault: string) => broken.push(`${kind}, round ${round}: ${fault}`);
      const { jobs, expected, logbookId } = await begin(app, kind, round, many);
      const until = Date.now() + 30 + random() * 900;
      for (let number = 0; Date.now() < until; number++) {
        const startedAt = new Date(Date.UTC(2020, 0, 1) + (round * 1000 + number) * 600_000).toISOString();
        const json = { call: `DL${number % 10}QTA`, startedAt, band: "40m", mode: "CW" };
        const logged = await app.api<StoredContact>(`logbooks/${desk}/contacts`, { method: "POST", json });
        acknowledged.set(logged.id, logged.startedAt);
      }
      await app.kill();
      for (const fault of faultsIn(app.data)) note(fault);
      await app.restart();
      for (const job of jobs) {
        const now = await app.api<Job>(`jobs/${job.id}`);
        if (now.state !== "done") await app.api(`jobs/${job.id}/run`, { method: "POST" });
        const end = await ended(app, job.id);
        if (end.state !== "done") note(`${job.title} ended ${end.state}: ${end.problem}`);
      }
      const count = (await app.api<{ contactCount: number }>(`logbooks/${logbookId}`)).contactCount;
      if (expected !== null && count !== expected) note(`${count} contacts, and not ${expected}`);
    }
    const { items } = await app.api<{ items: StoredContact[] }>(`logbooks/${desk}/contacts?limit=1`);
    if (items.length === 0) broken.push("the log is empty");
    for (const [id, startedAt] of acknowledged) {
      const contact = await app.api<StoredContact>(`logbooks/${desk}/contacts/${id}`).catch(() => null);
      if (contact?.startedAt !== startedAt) broken.push(`contact ${id} was acknowledged and is gone`);
    }
    const total = (await app.api<{ contactCount: number }>(`logbooks/${desk}`)).contactCount;
    // One more may have been kept and not acknowledged with each kill.
    if (total < acknowledged.size || total > acknowledged.size + rounds)
      broken.push(`${total} contacts are logged, and ${acknowledged.size} were acknowledged`);
    await app.kill();
    broken.push(...faultsIn(app.data));
    return { what: "kill in the middle of work", tried: rounds, broken, measured: `${acknowledged.size} acknowledged` };
  } finally {
    await app.stop();
  }
}

interface Begun {
  readonly jobs: readonly Job[];
  readonly logbookId: number;
  /** How many contacts the logbook has in the end. */
  readonly expected: number | null;
}

async function begin(app: App, kind: (typeof KINDS)[number], round: number, many: number): Promise<Begun> {
  const logbookId = await newLogbook(app, `Round ${round}`);
  const imported = async (query = "") => {
    const job = await ended(app, (await importFile(app, logbookId, contactsFile(many), query)).id);
    return (job.report as { batchId: number }).batchId;
  };
  const post = (path: string) => app.api<Job>(`logbooks/${logbookId}/${path}`, { method: "POST" });
  switch (kind) {
    case "logging":
      return { jobs: [], logbookId, expected: 0 };
    case "an import":
      return { jobs: [await importFile(app, logbookId, contactsFile(many))], logbookId, expected: many };
    case "a sending":
      await imported("?queue=lantern");
      return { jobs: [await post("services/lantern/send")], logbookId, expected: many };
    case "a fetch":
      await imported();
      await app.lantern({ hurry: true });
      return { jobs: [await post("services/lantern/fetch")], logbookId, expected: many };
    case "a change of many":
      await imported();
      return { jobs: [await changeAll(app, logbookId, "comment", "changed")], logbookId, expected: many };
    case "an undo":
      return { jobs: [await post(`journal/${await imported()}/undo`)], logbookId, expected: 0 };
    case "two jobs": {
      await imported();
      const change = await changeAll(app, logbookId, "comment", "changed");
      const more = await importFile(app, logbookId, contactsFile(many, many));
      await pause(50);
      return { jobs: [change, more], logbookId, expected: 2 * many };
    }
  }
}
