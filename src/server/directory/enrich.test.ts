import type { IncomingMessage, Server } from "node:http";
import type { AddressInfo } from "node:net";
import { startAlmanac } from "../../../stand-ins/almanac/server";
import { startSkerry } from "../../../stand-ins/skerry/server";
import type { Change, EnrichChoice, Job, JobOf, LookUpInput } from "../../core/contract";
import { EMPTY_LISTING, ENRICHED } from "../../core/directory";
import type { Context } from "../context";
import { findJob } from "../jobs/job";
import { insertJob } from "../jobs/supervisor";
import { doJob } from "../jobs/work";
import { changeContact, getContact, logContact } from "../logbook/contacts";
import { undoBatch } from "../logbook/undo";
import { testContext, testDirectories, testMeans, valueOf } from "../testing";
import { changeDirectory, type DirectoryDefaults } from "./directories";
import { listingOf, keepListings } from "./listings";
import { lookAtEnriching } from "./lookAtEnriching";
import { createLookUpWatch } from "./lookUpWatch";

const ALL = { all: {}, except: [] };
const CHOICE: EnrichChoice = { way: "empty", facts: [...ENRICHED], directories: ["almanac", "skerry"] };

let servers: Server[];
let almanacUrl: string;
let context: Context;
let logbookId: number;
let defaults: DirectoryDefaults;
let now: number;

const urlOf = (server: Server) => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
beforeEach(async () => {
  ({ context, logbookId } = await testContext());
  now = context.now();
  context = { ...context, store: context.store, now: () => now };
  servers = [
    await startAlmanac({ port: 0, perSecond: 1000, clock: () => now }),
    await startSkerry({ port: 0, perSecond: 1000 }),
  ];
  const [almanac, skerry] = servers.map(urlOf);
  almanacUrl = almanac!;
  defaults = testDirectories({
    almanac: { url: almanacUrl, user: "CX3QUA", password: "cabo-farol" },
    skerry: { url: skerry! },
  });
});
afterEach(async () => {
  for (const server of servers) {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  }
});

const CALLS = [..."123456789"].flatMap((digit) => ["QRA", "QSB"].map((suffix) => `W${digit}${suffix}`));
const log = (call: string, facts: object = {}) =>
  valueOf(
    logContact(context, logbookId, { call, startedAt: "2026-11-20T21:00:00Z", band: "20m", mode: "CW", ...facts }),
  ).id;
const control = (body: object) => fetch(`${almanacUrl}/control`, { method: "POST", body: JSON.stringify(body) });
async function run(jobId: number, stop = new AbortController()): Promise<Job> {
  await doJob(context, jobId, stop.signal, { ...testMeans(), directories: defaults });
  return findJob(context.store, jobId)!;
}
const lookUp = async (input: Partial<LookUpInput> = {}) =>
  (await run(
    insertJob(context, logbookId, "Test", {
      kind: "lookUp",
      input: { selection: ALL, choice: CHOICE, first: null, goOn: false, ...input },
    }),
  )) as JobOf<"lookUp">;
const look = (choice: Partial<EnrichChoice> = {}, offset = 0) =>
  lookAtEnriching(context.store, {
    logbookId,
    selection: ALL,
    choice: { ...CHOICE, ...choice },
    offset,
    limit: 50,
    now,
  });
async function enrich(change: Partial<Extract<Change, { do: "enrich" }>> = {}): Promise<JobOf<"change">> {
  const asked = { do: "enrich" as const, ...CHOICE, without: [], taken: [], ...change };
  const previewId = insertJob(context, logbookId, "Test", { kind: "preview", selection: ALL, change: asked });
  await run(previewId);
  return (await run(
    insertJob(context, logbookId, "Test", { kind: "change", change: asked, previewId }),
  )) as JobOf<"change">;
}
const contactOf = (id: number) => valueOf(getContact(context, logbookId, id));

test("stations are looked up, looked at, taken over as one change, and put back", async () => {
  const ids = CALLS.map((call) => log(call));
  expect(look()).toMatchObject({ selected: 18, changed: 0, stations: 18, unasked: 18, rows: [] });
  const few = await lookUp({ first: 3 });
  expect(few).toMatchObject({ state: "done", report: { stations: 3 }, progress: { done: 3, total: 3 } });
  expect(look().unasked).toBe(15);
  const askedAt: number[] = [];
  servers[0]!.on("request", ({ url = "" }: IncomingMessage) => {
    if (url.startsWith("/calls/")) askedAt.push(Date.now());
  });
  const { report } = await lookUp();
  // No faster than it allows: ten a second.
  expect(askedAt.at(-1)! - askedAt[0]!).toBeGreaterThan((askedAt.length - 1) * 90);
  // What was asked is not asked again.
  expect([few.report!.directories[0]!.asked, report!.directories[0]!.asked]).toEqual([3, 15]);
  const seen = look();
  expect(seen.unasked).toBe(0);
  expect(seen.changed).toBeGreaterThan(10);
  expect(seen.facts.reduce((sum, { count }) => sum + count, 0)).toBe(
    seen.directories.reduce((sum, { count }) => sum + count, 0),
  );
  const before = ids.map(contactOf);
  const done = await enrich();
  expect(done.report).toMatchObject({
    refusedCount: 0,
    changed: seen.rows.filter(({ contactId, proposals }) =>
      proposals.some(({ fact }) => !seen.doubtful.includes(`${contactId} ${fact}`)),
    ).length,
  });
  for (const { contactId, proposals } of seen.rows)
    for (const { fact, was, is, doubt } of proposals)
      expect(contactOf(contactId)[fact]).toBe(doubt === null ? is : was);
  valueOf(undoBatch(context, logbookId, done.report!.batchId!));
  const bare = ({ revision: _, ...contact }: ReturnType<typeof contactOf>) => contact;
  expect(ids.map(contactOf).map(bare)).toEqual(before.map(bare));
});

test("what is doubtful is taken only where it is ticked, and rows, facts and directories are left out", async () => {
  const [first, second] = [log("W1QRA"), log("W2QRA")];
  keepListings(
    context.store,
    "almanac",
    listings({ W1QRA: { name: "Ana", place: "Lindenweg 7" }, W2QRA: { name: "Eve" } }),
    now,
  );
  keepListings(context.store, "skerry", listings({ W2QRA: { name: "Eva", place: "Cedar Gap" } }), now);
  expect(look().doubtful).toEqual([`${first} place`]);
  expect(look({ directories: ["skerry"] })).toMatchObject({ changed: 1, rows: [{ contactId: second }] });
  await enrich({ taken: [`${first} place`], without: [second], facts: ["place"] });
  expect(contactOf(first)).toMatchObject({ name: null, place: "Lindenweg 7" });
  expect(contactOf(second)).toMatchObject({ name: null, place: null });
  await enrich({ directories: ["skerry"] });
  expect(contactOf(second)).toMatchObject({ name: "Eva", place: "Cedar Gap" });
});

test("what another changed since it was looked at is left alone", async () => {
  const id = log("W1QRA");
  keepListings(context.store, "almanac", listings({ W1QRA: { name: "Ana" } }), now);
  const change = { do: "enrich" as const, ...CHOICE, without: [], taken: [] };
  const previewId = insertJob(context, logbookId, "Test", { kind: "preview", selection: ALL, change });
  await run(previewId);
  valueOf(changeContact(context, logbookId, id, { name: "Anna" }));
  const done = await run(insertJob(context, logbookId, "Test", { kind: "change", change, previewId }));
  expect(done).toMatchObject({ report: { changed: 0, meanwhile: 1 } });
  expect(contactOf(id).name).toBe("Anna");
});

test("a guest's limit in the middle is told, what was found is kept, and it goes on by itself the next day", async () => {
  for (const call of CALLS) log(call);
  changeDirectory(context, defaults, "almanac", { settings: { url: almanacUrl, user: "" } });
  changeDirectory(context, defaults, "skerry", { isUsed: false });
  await control({ guestsToday: 5 });
  const job = await lookUp({ goOn: true });
  expect(job).toMatchObject({ state: "failed", report: { directories: [{ asked: 5 }] } });
  expect(job.problem).toMatch(
    /^Almanac is busy .*\. 13 of 18 stations are left: it goes on by itself at 2026-11-24 00:00/,
  );
  const again: number[] = [];
  const supervisor = {
    again: (_: Context, id: number) => (again.push(id), { ok: true as const, value: findJob(context.store, id)! }),
  };
  const watch = createLookUpWatch({
    context,
    supervisor,
    fault: (error) => {
      throw error;
    },
    lookMs: 5,
  });
  await new Promise((resolve) => setTimeout(resolve, 30));
  expect(again).toEqual([]);
  now = Date.parse(job.report!.goesOnAt!) / 1000 + 1;
  while (again.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
  await watch.close();
  await control({ guestsToday: 100 });
  expect(await run(again[0]!)).toMatchObject({
    state: "done",
    report: { goesOnAt: null, directories: [{ asked: 18 }] },
  });
});

test("a directory that is down is told, and the other one is asked all the same; run again it goes on", async () => {
  for (const call of CALLS) log(call);
  await control({ behaviour: "error" });
  const job = await lookUp();
  expect(job.problem).toMatch(/^Almanac answered with error 500: .* stations are left: run it again to go on$/);
  expect(job.report!.directories.map(({ asked, problem }) => [asked, problem === null])).toEqual([
    [0, false],
    [18, true],
  ]);
  await control({ behaviour: "normal" });
  expect(await run(job.id)).toMatchObject({ state: "done" });
});

test("it is paused at once, and goes on where it was", async () => {
  for (const call of CALLS) log(call);
  const stop = new AbortController();
  const jobId = insertJob(context, logbookId, "Test", {
    kind: "lookUp",
    input: { selection: ALL, choice: { ...CHOICE, directories: ["almanac"] }, first: null, goOn: false },
  });
  let asked = 0;
  servers[0]!.on("request", ({ url = "" }: IncomingMessage) => void (asked += url.startsWith("/calls/") ? 1 : 0));
  const running = run(jobId, stop);
  while (asked < 4) await new Promise((resolve) => setTimeout(resolve, 5));
  stop.abort();
  expect(await running).toMatchObject({ state: "cancelled" });
  const known = CALLS.filter((call) => listingOf(context.store, call) !== null);
  expect(known.length).toBeGreaterThan(0);
  const before = look({ directories: ["almanac"] }).unasked;
  expect(before).toBeGreaterThan(0);
  expect(await run(jobId)).toMatchObject({ state: "done" });
  expect(look({ directories: ["almanac"] }).unasked).toBe(0);
});

function listings(of: Readonly<Record<string, object>>) {
  return new Map(Object.entries(of).map(([call, facts]) => [call, { ...EMPTY_LISTING, ...facts }]));
}
