import { startApp } from "../e2e/app";
import type { Backup, Job, Logbook, StoredContact } from "../src/core/contract";
import { isoTime } from "../src/core/contact";
import { ENRICHED } from "../src/core/directory";
import { type Line, most, table, time } from "./measure";
import { makeAdi, makeContacts } from "./records";

/** How long whoever logs a contact waits for it while jobs write, from the request to the answer, in the real server. */
const EVERY_MS = 400;
const SETTLE_MS = 5000;
const lines: Line[] = [];
let logged = 0;
const app = await startApp("empty");
try {
  const desk = await logbook("Desk");
  const [large, hundred, twenty, two] = [
    await logbook("A"),
    await logbook("B"),
    await logbook("C"),
    await logbook("D"),
  ];
  // What is compiled with first use is compiled.
  for (let number = 0; number < 200; number++) await logOne(desk);
  await logging(desk, 20, "nothing else writes");
  await logWhile(desk, "250 000 are imported", [await importInto(large, 250_000)]);
  await logWhile(desk, "100 000 are imported", [await importInto(hundred, 100_000)]);
  await logWhile(desk, "20 000 are imported", [await importInto(twenty, 20_000)]);
  await logWhile(desk, "20 000 are changed", [await change(twenty, "first")]);
  await logWhile(desk, "two jobs write", [await importInto(two, 100_000), await change(twenty, "second")]);
  await logWhileEnriching(desk, large);
  await logWhileBackingUp(desk);
  const sent = await logbook("E");
  await app.identify(sent, "CX3QUA");
  await ended(await importInto(sent, 10_000, "&queue=lantern"));
  const send = await app.api<Job>(`logbooks/${sent}/services/lantern/send`, { method: "POST" });
  await logWhile(desk, "10 000 are signed and sent", [send]);
  const { items } = await app.api<{ items: { id: number; kind: string }[] }>(`logbooks/${hundred}/journal`);
  const batch = items.find(({ kind }) => kind === "import")!.id;
  const undo = await app.api<Job>(`logbooks/${hundred}/journal/${batch}/undo`, { method: "POST" });
  await logWhile(desk, "100 000 are undone", [undo]);
} finally {
  await app.stop();
}
console.log(table(lines));
process.exitCode = lines.every((line) => line.within) ? 0 : 1;

async function logbook(name: string): Promise<number> {
  const site = { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" };
  return (await app.api<Logbook>("logbooks", { method: "POST", json: { name, site } })).id;
}

async function importInto(logbookId: number, count: number, query = ""): Promise<Job> {
  const body = new Uint8Array(makeAdi(makeContacts(count)));
  // Making it took long: a connection that the server closed meanwhile must be seen as closed.
  await new Promise((resolve) => setTimeout(resolve, 100));
  return app.api<Job>(`logbooks/${logbookId}/imports?name=bench.adi${query}`, { method: "POST", body });
}

async function change(logbookId: number, value: string): Promise<Job> {
  const json = { selection: { all: {}, except: [] }, change: { do: "set", field: "comment", value } };
  const preview = await ended(await app.api<Job>(`logbooks/${logbookId}/changes`, { method: "POST", json }));
  return app.api<Job>(`logbooks/${logbookId}/changes/${preview.id}/run`, { method: "POST" });
}

async function ended(job: Job): Promise<Job> {
  for (let now = job; ; now = await app.api<Job>(`jobs/${job.id}`)) {
    if (now.state === "done") return now;
    if (now.state !== "running") throw new Error(`${now.title} ended ${now.state}: ${now.problem}`);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** Logs contacts as long as any of the jobs runs. */
async function logWhile(logbookId: number, what: string, jobs: readonly Job[]): Promise<void> {
  let running = true;
  const over = Promise.any(jobs.map(ended)).then(() => (running = false));
  await logging(logbookId, Infinity, what, () => running);
  await over;
  for (const { title, startedAt, endedAt } of await Promise.all(jobs.map(ended)))
    console.error(`  ${title}: ${(Date.parse(endedAt!) - Date.parse(startedAt)) / 1000} s`);
}

/** Logs contacts as long as a backup of all that was imported so far is made. */
async function logWhileBackingUp(logbookId: number): Promise<void> {
  await settled();
  let running = true;
  const backup = app.api<Backup>("backups", { method: "POST" }).finally(() => (running = false));
  await logging(logbookId, Infinity, "a backup is made", () => running);
  console.error(`  ${Math.round((await backup).bytes / 1e6)} MB`);
}

/** Logs contacts, and asks for readings, while 2000 contacts of a large log are looked up at the pace that is allowed, and enriched. */
async function logWhileEnriching(logbookId: number, large: number): Promise<void> {
  await settled();
  const ids: number[] = [];
  for (let offset = 0; offset < 2000; offset += 200) {
    const { items } = await app.api<{ items: StoredContact[] }>(
      `logbooks/${large}/contacts?offset=${offset}&limit=200`,
    );
    ids.push(...items.map(({ id }) => id));
  }
  const choice = { way: "empty", facts: ENRICHED, directories: ["almanac", "skerry"] };
  const selection = { ids };
  const lookUp = { selection, choice };
  const looking = await app.api<Job>(`logbooks/${large}/look-ups`, { method: "POST", json: lookUp });
  let running = true;
  const readings = reading(large, () => running);
  await logWhile(logbookId, "2 000 are looked up", [looking]);
  running = false;
  await readings;
  const change = { do: "enrich", ...choice };
  const preview = await ended(
    await app.api<Job>(`logbooks/${large}/changes`, { method: "POST", json: { selection, change } }),
  );
  const enriching = await app.api<Job>(`logbooks/${large}/changes/${preview.id}/run`, { method: "POST" });
  await logWhile(logbookId, "2 000 are enriched", [enriching]);
}

/** Asks for readings as somebody types, as long as it goes on. */
async function reading(logbookId: number, goesOn: () => boolean): Promise<void> {
  const times: number[] = [];
  for (let number = 0; goesOn(); number++) {
    const call = `DL${number % 10}QT${String.fromCharCode(65 + (number % 26))}`;
    times.push(await time(() => app.api(`logbooks/${logbookId}/reading?call=${call}&band=20m&mode=CW`)));
    await new Promise((resolve) => setTimeout(resolve, EVERY_MS));
  }
  const usual = most(times, 0.95);
  const line = {
    what: `a reading over HTTP while 2 000 are looked up, ${times.length} of them, log of 250 000`,
    measured: `p95 ${usual.toFixed(1)} ms`,
    limit: "",
    target: "p95 under 50 ms",
    within: usual < 50,
  };
  console.error(`${line.what}: ${line.measured}`);
  lines.push(line);
}

/** What jobs wrote before is on its way into the file for a while, and keeps the disk busy by itself. */
async function settled(): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve, SETTLE_MS));
}

function logOne(logbookId: number): Promise<unknown> {
  const call = `DL${++logged % 10}QTA`;
  const json = { call, startedAt: isoTime(1_600_000_000 + logged * 600), band: "17m", mode: "CW" };
  return app.api(`logbooks/${logbookId}/contacts`, { method: "POST", json });
}

async function logging(logbookId: number, count: number, what: string, goesOn = () => true): Promise<void> {
  const times: number[] = [];
  for (let number = 0; number < count && goesOn(); number++) {
    times.push(await time(() => logOne(logbookId)));
    await new Promise((resolve) => setTimeout(resolve, EVERY_MS));
  }
  const [usual, longest] = [most(times, 0.95), Math.max(...times)];
  const line = {
    what: `logging a contact while ${what}, ${times.length} of them`,
    measured: `p95 ${usual.toFixed(1)} ms, longest ${longest.toFixed(1)} ms`,
    limit: "",
    target: "p95 under 60 ms, none over 250 ms",
    within: usual < 60 && longest <= 250,
  };
  console.error(`${line.what}: ${line.measured}`);
  lines.push(line);
}
