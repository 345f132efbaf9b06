import { chromium, type Page } from "@playwright/test";
import { readFileSync } from "node:fs";
import { startApp } from "../e2e/app";
import { CHROMIUM_FLAGS, CHROMIUM_PATH } from "../e2e/chromium";
import { isoTime } from "../src/core/contact";
import { SHIPPED_CONTESTS } from "../src/core/contest";
import type { ContestLogged, Entry, ImportReport, Job, UndoReport } from "../src/core/contract";
import { measureSpotPaint } from "./airwaves";
import { type Line, most, table, under } from "./measure";
import { makeAdi, makeContacts } from "./records";
import { measureSpectrum } from "./spectrum";
import { measureCompanion, measureRadio } from "./shack";

/**
 * What the browser and the server process do on a log of 250 000 contacts: from key to painted reading, long tasks,
 * blank rows. With the argument "million" also the memory of importing 1 000 000, and that it can be undone.
 */
const lines: Line[] = [];
const CONTEST = 10_000;
const POSITIONS = 2;
const A_SECOND = 5;
const SECONDS = 60;
/** For so long the spectrum is looked at while nothing is typed. */
const LOOK_MS = 30_000;
const app = await startApp("empty");
try {
  await app.api("logbooks", {
    method: "POST",
    json: { name: "Bench", site: { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" } },
  });
  await importContacts(250_000);
  if (process.argv.includes("spectrum")) await inBrowser(measureSpectrumAlone);
  else {
    await inBrowser(measureBrowser);
    await measureContest();
  }
  if (process.argv.includes("million")) await measureMillion();
} finally {
  await app.stop();
}
console.log(table(lines));

async function ended(job: Job, whileRunning: () => void = () => {}): Promise<Job> {
  for (let now = job; ; now = await app.api<Job>(`jobs/${job.id}`)) {
    if (now.state !== "running") return now;
    whileRunning();
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}

/** A line of the table, told at once too: the whole takes long. */
function note(line: Line): void {
  lines.push(line);
  console.error(`${line.what}: ${line.measured}`);
}

async function importContacts(count: number, whileRunning?: () => void): Promise<ImportReport> {
  const body = new Uint8Array(makeAdi(makeContacts(count)));
  // Making it took long: a connection that the server closed meanwhile must be seen as closed.
  await new Promise((resolve) => setTimeout(resolve, 100));
  const job = await app.api<Job>("logbooks/1/imports?name=bench.adi", { method: "POST", body });
  const done = await ended(job, whileRunning);
  if (done.state !== "done") throw new Error(`the import ended ${done.state}: ${done.problem}`);
  return done.report as ImportReport;
}

async function inBrowser(measure: (page: Page) => Promise<void>): Promise<void> {
  const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_FLAGS });
  await measure(await browser.newPage({ viewport: { width: 1280, height: 800 } }));
  await browser.close();
}

async function measureSpectrumAlone(page: Page): Promise<void> {
  await page.goto(`${app.url}/desk`);
  await noteSpectrum(page);
}

async function noteSpectrum(page: Page): Promise<void> {
  const look = async () => {
    await watch(page);
    await page.waitForTimeout(LOOK_MS);
    return longestTask(page);
  };
  for (const line of await measureSpectrum(app, page, look, () => typeCalls(page, 30))) note(line);
  note(await longTasks(page, "calls are typed and the spectrum moves"));
}

/** Types calls on the page that is in sight, and gives the times from key to painted reading. */
async function watchedCalls(page: Page): Promise<number[]> {
  await watch(page);
  return typeCalls(page, 30);
}

async function measureBrowser(page: Page): Promise<void> {
  await page.goto(`${app.url}/desk`);
  await page.getByRole("grid", { name: "Log" }).getByRole("gridcell").getByText(/\d/).first().waitFor();
  await watch(page);
  const keys = await typeCalls(page, 60);
  note(under("key to painted reading, 250 000, median", most(keys, 0.5), 25));
  note(under("key to painted reading, 250 000, p95", most(keys, 0.95), 25));
  note(await longTasks(page, "typing calls"));
  const switches = await switchWorkspaces(page, 60);
  note(under("switching workspaces, 250 000, median", most(switches, 0.5), 100));
  note(under("switching workspaces, 250 000, p95", most(switches, 0.95), 100));
  await page.keyboard.press("Alt+Shift+Digit1");
  await watchRows(page);
  await page.keyboard.press("F8");
  for (let press = 0; press < 80; press++) {
    await page.keyboard.press("PageDown");
    await page.waitForTimeout(40);
  }
  await page.keyboard.press("End");
  await page.waitForTimeout(1000);
  const blank = await page.evaluate(() => globalThis.bench.longestBlank);
  note(under("rows blank while scrolling, the longest", blank, 100));
  note(await longTasks(page, "scrolling"));
  await page.keyboard.press("Control+Alt+f");
  for (const letter of "anna lima") {
    await page.keyboard.type(letter);
    await page.waitForTimeout(120);
  }
  await page.waitForTimeout(1000);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Filters" }).click();
  await page.getByRole("menuitem", { name: "Cards sent and not answered" }).click();
  await page.waitForTimeout(1500);
  note(await longTasks(page, "finding and filtering"));
  const turning = () => watchedCalls(page);
  for (const line of await measureRadio(app, page, turning)) note(line);
  note(await measureCompanion(app));
  for (const line of await measureSpotPaint(app, page, turning)) note(line);
  await noteSpectrum(page);
}

/** Switches between two workspaces, and gives how long each took to its panels painted, milliseconds. */
async function switchWorkspaces(page: Page, times: number): Promise<number[]> {
  await page.keyboard.press("Alt+Shift+Digit3");
  // What it shows is loaded the first time.
  await page.getByRole("button", { name: "Follow", exact: true }).waitFor();
  await page.evaluate("globalThis.__name = (value) => value");
  await page.evaluate(() => {
    globalThis.switched = [];
    const shows = (id: string) => document.querySelector(`[data-panel=${id}] *`)?.checkVisibility() === true;
    addEventListener(
      "keydown",
      ({ code, timeStamp }) => {
        if (!code.startsWith("Digit")) return;
        const wants = code === "Digit3";
        const look = () =>
          shows("log") && shows("bandMap") === wants
            ? setTimeout(() => globalThis.switched.push(performance.now() - timeStamp))
            : requestAnimationFrame(look);
        requestAnimationFrame(look);
      },
      true,
    );
  });
  for (let time = 0; time < times; time++) {
    await page.keyboard.press(time % 2 === 0 ? "Alt+Shift+Digit1" : "Alt+Shift+Digit3");
    await page.waitForTimeout(300);
  }
  const switched = await page.evaluate(() => globalThis.switched);
  if (switched.length < times) throw new Error(`only ${switched.length} workspaces were switched by their keys`);
  return switched;
}

/** Types calls of the log, and gives how long each letter took to a painted reading, milliseconds. */
async function typeCalls(page: Page, calls: number): Promise<number[]> {
  const { items } = await app.api<{ items: { call: string }[] }>(`logbooks/1/contacts?limit=${calls}&band=20m`);
  const keys: number[] = [];
  for (const { call } of items) {
    await page.keyboard.press("Escape");
    await page.keyboard.press("Escape");
    await page.getByLabel("Call", { exact: true }).fill("");
    for (const letter of call) {
      await page.keyboard.type(letter);
      await page.waitForTimeout(110);
    }
    keys.push(...(await page.evaluate(() => globalThis.bench.painted.splice(0))));
  }
  return keys;
}

/** A contest of 10 000 contacts: from Enter to ready for the next call; two positions that log for a minute. */
async function measureContest(): Promise<void> {
  const from = Math.floor(Date.now() / 3_600_000 - 30) * 3600;
  const definition = {
    ...SHIPPED_CONTESTS[0]!,
    tag: "BENCH-WATCH",
    when: { fixed: [{ from: isoTime(from), to: isoTime(from + 48 * 3600) }] },
  };
  await app.api("contests", { method: "POST", json: definition });
  const entry = await app.api<Entry>("logbooks/1/entries", {
    method: "POST",
    json: {
      tag: definition.tag,
      ownCall: "CX3QUA",
      category: { operator: "SINGLE-OP", assisted: "ASSISTED", band: "ALL", mode: "MIXED", power: "LOW" },
      operators: ["CX3QUA"],
    },
  });
  const made = makeContacts(CONTEST).map((contact, index) => ({
    ...contact,
    startedAt: isoTime(from + 60 + index * 10),
    endedAt: isoTime(from + 60 + index * 10),
    contestId: definition.tag,
    serialReceived: (index % 2000) + 1,
  }));
  const body = new Uint8Array(makeAdi(made));
  await ended(await app.api<Job>("logbooks/1/imports?name=contest.adi", { method: "POST", body }));

  const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_FLAGS });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${app.url}/contest`);
  await page.getByRole("grid", { name: "Log of the contest" }).getByRole("row").nth(20).waitFor();
  await page.keyboard.press("Control+Alt+b");
  await page.evaluate("globalThis.__name = (value) => value");
  await page.evaluate(() => {
    globalThis.ready = [];
    const call = document.querySelector<HTMLInputElement>('section[aria-label="Entry line"] input.tracking-wide')!;
    addEventListener(
      "keydown",
      ({ key }) => {
        if (key !== "Enter" || call.value === "") return;
        const at = performance.now();
        const look = () =>
          call.value === "" && document.activeElement === call
            ? setTimeout(() => globalThis.ready.push(performance.now() - at))
            : requestAnimationFrame(look);
        requestAnimationFrame(look);
      },
      true,
    );
  });
  for (let index = 0; index < 60; index++) {
    await page.getByLabel("Call", { exact: true }).fill(`DL${index % 10}QT${String.fromCharCode(65 + (index % 26))}`);
    await page.getByLabel("Serial", { exact: true }).fill(String(index + 5000));
    await page.waitForTimeout(250);
    await page.keyboard.press("Enter");
    await page.waitForTimeout(250);
  }
  const ready = await page.evaluate(() => globalThis.ready);
  if (ready.length < 50) throw new Error(`only ${ready.length} contacts were logged by Enter`);
  note(under("Enter to ready for the next call, contest of 10 000, median", most(ready, 0.5), 50));
  note(under("Enter to ready for the next call, contest of 10 000, p95", most(ready, 0.95), 50));
  await browser.close();

  const before = (await app.api<{ total: number }>(`entries/${entry.id}/contacts?limit=1`)).total;
  const sent = await Promise.all(
    Array.from({ length: POSITIONS }, (_, position) => operate(entry, `bench-${position}`)),
  );
  const after = (await app.api<{ total: number }>(`entries/${entry.id}/contacts?limit=1`)).total;
  const serials = sent.flat();
  const sound = after - before === serials.length && new Set(serials).size === serials.length;
  note({
    what: `two positions, ${A_SECOND} contacts a second each for a minute`,
    measured: `${after - before} of ${serials.length}, ${new Set(serials).size} serials`,
    limit: "",
    target: "none lost, none double",
    within: sound,
  });
}

/** A position that reserves a serial and logs, so many times a second; gives the serials it logged. */
async function operate(entry: Entry, position: string): Promise<number[]> {
  const serials: number[] = [];
  const start = performance.now();
  for (let index = 0; index < SECONDS * A_SECOND; index++) {
    const wait = start + (index * 1000) / A_SECOND - performance.now();
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
    const { serial } = await app.api<{ serial: number }>(`entries/${entry.id}/serials`, {
      method: "POST",
      json: { position },
    });
    const logged = await app.api<ContestLogged>(`entries/${entry.id}/contacts`, {
      method: "POST",
      json: {
        call: `W${index % 10}QU${String.fromCharCode(65 + (index % 26))}`,
        startedAt: new Date().toISOString(),
        band: ["40m", "20m", "15m", "10m"][index % 4],
        mode: "CW",
        received: { serial: String(index + 1) },
        serialSent: serial,
        position,
        handIn: `${position}-${index}`,
      },
    });
    serials.push(logged.contact.serialSent!);
  }
  return serials;
}

declare global {
  var ready: number[];
  var switched: number[];
  var bench: { painted: number[]; longest: number; longestBlank: number };
}

/** Notes in the page when a typed call's reading is painted, the long tasks, and how long rows stay blank. */
async function watch(page: Page): Promise<void> {
  // What tsx puts around named functions is not there in the page.
  await page.evaluate("globalThis.__name = (value) => value");
  await page.evaluate(() => {
    const bench = { painted: [] as number[], longest: 0, longestBlank: 0 };
    globalThis.bench = bench;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) bench.longest = Math.max(bench.longest, entry.duration);
    }).observe({ entryTypes: ["longtask"] });
    const reading = document.querySelector('section[aria-label="Reading"]')!;
    const typed = new Map<string, number>();
    document.addEventListener(
      "input",
      ({ target }) => {
        const { value } = target as HTMLInputElement;
        if (value.length > 1) typed.set(value.toUpperCase(), performance.now());
      },
      true,
    );
    new MutationObserver(() => {
      const call = reading.getAttribute("data-call") ?? "";
      const at = typed.get(call);
      if (at === undefined) return;
      typed.delete(call);
      // What comes behind the frame, and before what else waits to be done.
      requestAnimationFrame(
        () => void scheduler.postTask(() => bench.painted.push(performance.now() - at), { priority: "user-blocking" }),
      );
    }).observe(reading, { attributes: true });
  });
}

/** From now on, how long rows in sight are blank: looked for at each frame, which costs something itself. */
async function watchRows(page: Page): Promise<void> {
  await page.evaluate(() => {
    const { bench } = globalThis;
    let blankSince: number | null = null;
    const look = () => {
      const rows = [...document.querySelectorAll<HTMLElement>('[aria-label="Log"] [role="row"][aria-rowindex]')];
      const grid = document.querySelector('[role="grid"]')!.getBoundingClientRect();
      const isBlank = rows.some((row) => {
        const { top, bottom } = row.getBoundingClientRect();
        return bottom > grid.top + 30 && top < grid.bottom && row.textContent.trim() === "";
      });
      if (!isBlank) blankSince = null;
      else {
        blankSince ??= performance.now();
        bench.longestBlank = Math.max(bench.longestBlank, performance.now() - blankSince);
      }
      requestAnimationFrame(look);
    };
    look();
  });
}

async function longTasks(page: Page, what: string): Promise<Line> {
  return under(`the longest task while ${what}`, await longestTask(page), 100);
}

/** The longest since it was asked last, milliseconds; 0 where none was over 50. */
function longestTask(page: Page): Promise<number> {
  return page.evaluate(() => {
    const { longest } = globalThis.bench;
    globalThis.bench.longest = 0;
    return longest;
  });
}

async function measureMillion(): Promise<void> {
  let resident = 0;
  const look = () => (resident = Math.max(resident, residentMegabytes(app.pid())));
  const { batchId, added } = await importContacts(1_000_000, look);
  note({
    what: `memory of the server, importing 1 000 000 (${added} new)`,
    measured: `${resident.toFixed(0)} MB`,
    limit: "",
    target: "under 400 MB",
    within: resident < 400,
  });
  const started = performance.now();
  const undone = await ended(await app.api<Job>(`logbooks/1/journal/${batchId}/undo`, { method: "POST" }), look);
  note({
    what: "undoing that import",
    measured: `${((performance.now() - started) / 1000).toFixed(0)} s, ${(undone.report as UndoReport).undone} contacts`,
    limit: "",
    target: "all of them",
    within: (undone.report as UndoReport).undone === added,
  });
}

/** What a process and its children hold in memory. */
function residentMegabytes(pid: number): number {
  const own = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"));
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").trim().split(" ").filter(Boolean);
  return children.reduce((sum, child) => sum + residentMegabytes(Number(child)), Number(own?.[1] ?? 0) / 1024);
}
