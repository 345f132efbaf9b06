import { once } from "node:events";
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import { resolve } from "../src/core/entity";
import { awardById, AWARDS, type Claimable, creditKey, creditsOf, ENTITIES_AWARD, planClaim } from "../src/core/award";
import { SERVICES } from "../src/core/confirm";
import { completeContact, secondsOf } from "../src/core/contact";
import { awardAccount } from "../src/server/award/account/account";
import { awardContacts, newsOfMonth, recordsOf } from "../src/server/award/awardLooks";
import { awardTable, listAwards } from "../src/server/award/awardTables";
import { wholeLog } from "../src/server/award/countedContacts";
import { followAward } from "../src/server/award/followed";
import { keepAward } from "../src/server/award/keepAward";
import { awardsOf } from "../src/server/award/ownAwards";
import { contactQuerySchema, importChoicesSchema, type JobOf, logbookInputSchema } from "../src/core/contract";
import type { Context } from "../src/server/context";
import type { CheckpointerOrder } from "../src/server/db/checkpointer";
import { createDoor } from "../src/server/db/door";
import type { Condition } from "../src/core/view";
import { openStore, type Store } from "../src/server/db/store";
import { findJob, type JobRequest } from "../src/server/jobs/job";
import { withConfirmations } from "../src/server/logbook/contactRow";
import { insertJob } from "../src/server/jobs/supervisor";
import type { WorkerOrder } from "../src/server/jobs/worker";
import { WORKER_LIMITS } from "../src/server/jobs/workerLimits";
import { quietContext } from "../src/server/quietContext";
import { listContacts, logContact } from "../src/server/logbook/contacts";
import { openAdifFile } from "../src/server/logbook/adifFile";
import { createLogbook } from "../src/server/logbook/logbooks";
import { readingFor } from "../src/server/logbook/reading";
import { testMeans, valueOf } from "../src/server/testing";
import { benchAir } from "./air";
import { benchConfirm } from "./confirm";
import { benchContest, benchScore } from "./contest";
import { best, type Line, p95, ratio, table, time, under } from "./measure";
import { makeAdi, makeContacts } from "./records";
import { benchSignals } from "./signals";
import { benchSpots } from "./spots";
import { benchStatistics } from "./statistics";

/** The awards of the demo. */
const OWN_AWARDS = join("demo", "awards");
const BENCH = logbookInputSchema.parse({
  name: "Bench",
  site: { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" },
});

const folder = mkdtempSync(join(tmpdir(), "ypsiloid-bench-"));
const lines: Line[] = [];
try {
  if (process.argv.includes("confirm")) await benchAlone(benchConfirm);
  else if (process.argv.includes("awards")) await benchAlone(benchAwards);
  else if (process.argv.includes("statistics")) await benchAlone(benchStatistics);
  else if (process.argv.includes("signals")) lines.push(...benchSignals());
  else if (process.argv.includes("spots")) await benchAlone(benchSpotsOfAll);
  else await benchAll();
} finally {
  rmSync(folder, { recursive: true, force: true });
}
console.log(table(lines));
process.exitCode = lines.every((line) => line.within) ? 0 : 1;

/** One area, on a log of 250 000. */
async function benchAlone(area: (context: Context, logbookId: number, database: string) => Promise<Line[]>) {
  const file = join(folder, "250000.adi");
  writeFileSync(file, makeAdi(makeContacts(250_000)));
  const { context, logbookId } = await runImport(file, "alone.sqlite");
  lines.push(...(await area(context, logbookId, join(folder, "alone.sqlite"))));
  context.store.close();
}

/** Follows all awards that ship, and those of the demo. */
function followAll(context: Context, logbookId: number): void {
  for (const file of readdirSync(OWN_AWARDS))
    valueOf(keepAward(context, logbookId, JSON.parse(readFileSync(join(OWN_AWARDS, file), "utf8"))));
  for (const { id } of awardsOf(context.store, logbookId)) valueOf(followAward(context, logbookId, id, true));
}

/** Spots, with all awards followed and counted. */
async function benchSpotsOfAll(context: Context, logbookId: number, database: string): Promise<Line[]> {
  followAll(context, logbookId);
  await runInThread(context, database, logbookId, { kind: "count" });
  return benchSpots(context, logbookId);
}

/** Holding an account that granted all that the log brings for three awards against the log, which records none of it. */
async function tieOutOfMany(context: Context, logbookId: number): Promise<{ credits: number; ms: number }> {
  const { store } = context;
  const { id: service, grantor } = SERVICES.find(({ grantor: one }) => one !== null)!;
  const awards = AWARDS.filter(({ id }) => grantor!.awards.includes(id));
  const granted = new Set<string>();
  store.transaction(() => {
    for (const contact of wholeLog(store, logbookId)) {
      const { id, ownCall, call, baseCall, startedAt, band, mode, modeGroup } = contact;
      const told = {
        ownCall: ownCall ?? BENCH.site.call,
        call,
        baseCall,
        startedAt: secondsOf(startedAt),
        band,
        mode,
        modeGroup,
      };
      for (const key of awards.flatMap((award) => creditsOf(award, contact))) {
        const serviceId = creditKey(key);
        if (granted.has(serviceId)) continue;
        granted.add(serviceId);
        const row = { logbookId, service, round: 1, serviceId, ...key, ...told, contactId: id } as const;
        const stands = { state: "granted", day: "2026-11-28", claim: null, reason: null } as const;
        store.run(store.q.insertInto("accountCredit").values({ ...row, ...stands }));
      }
    }
    store.run(
      store.q
        .insertInto("awardAccount")
        .values({ logbookId, service, round: 1, fetchedAt: context.now(), totals: "[]" }),
    );
  });
  return {
    credits: granted.size,
    ms: await p95(10, async () => valueOf(await awardAccount(context, logbookId, service))),
  };
}

/** The planner on 3000 contacts that are all confirmed, for two awards: how long, and how near to what is proven. */
function planOfMany(): Line {
  const contacts = makeContacts(3000).map((contact, id): Claimable => ({
    ...completeContact(contact),
    id,
    credits: [],
    confirmations: [{ channel: id % 5 === 0 ? "card" : "lantern", received: "confirmed" }],
  }));
  const awards = [ENTITIES_AWARD, awardById("cqZones")!, awardById("squares")!];
  const begun = performance.now();
  const { whole } = planClaim(contacts, {
    ...{ awards, fees: { contact: 12, card: 50 }, most: 200 },
    ...{ forced: new Set<number>(), out: new Set<number>() },
  });
  const ms = performance.now() - begun;
  const over = (whole.cost / whole.bound - 1) * 100;
  return under(`planning a claim among 3 000 contacts, ${over.toFixed(1)} % over what is proven`, ms, 2000);
}

/** Counting all awards of a log that was just imported, and their tables. */
async function benchAwards(context: Context, logbookId: number, database: string): Promise<Line[]> {
  const { store } = context;
  const count = store.first(store.q.selectFrom("contact").select((eb) => eb.fn.countAll<number>().as("all")))!.all;
  followAll(context, logbookId);
  const counting = await runInThread(context, database, logbookId, { kind: "count" });
  const pass = await time(() => barePass(store));
  const behind = (award: "squares" | "prefixes") => {
    const { slots } = valueOf(awardTable(context, logbookId, award));
    const { item } = slots[slots.length >> 1]!;
    return p95(20, () => awardContacts(context, logbookId, award, { item }));
  };
  const logging = await p95(300, (run) => {
    const startedAt = new Date().toISOString();
    const facts = { band: "17m", mode: "CW", grid: "JO60", park: "UY-0012", summit: "DM/TH-001", island: "EU-018" };
    valueOf(logContact(context, logbookId, { call: `DL${run % 10}QTA`, startedAt, ...facts }));
  });
  const planned = planOfMany();
  const tied = await tieOutOfMany(context, logbookId);
  const tables = await p95(AWARDS.length * 5, (run) => awardTable(context, logbookId, AWARDS[run % AWARDS.length]!.id));
  const calls = store.all(store.q.selectFrom("contact").select("call").distinct().limit(400)).map((row) => row.call);
  const reading = await p95(400, (run) =>
    readingFor(context, logbookId, { call: calls[run % calls.length]!, band: "15m", mode: "CW", within: 86_400 }),
  );
  return [
    ratio(`counting all awards but the entities, ${label(count)}`, counting, "a bare pass over the rows", pass, 3),
    under(`logging a contact that counts for nine awards, all followed, ${label(count)}, p95`, logging, 10),
    under(`reading for a call, all awards followed, ${label(count)}, p95`, reading, 5),
    under(`any award's table, ${label(count)}, p95`, tables, 60),
    under(`the contacts behind a square, ${label(count)}, p95`, await behind("squares"), 150),
    under(`the contacts behind a prefix, ${label(count)}, p95`, await behind("prefixes"), 150),
    under(
      `the records of a log, in a thread of its own, ${label(count)}`,
      await time(() => recordsOf(context, logbookId)),
      6000,
    ),
    planned,
    under(`an account of ${tied.credits} credits against the log, ${label(count)}, p95`, tied.ms, 1000),
    under(`what came new this month, ${label(count)}`, await time(() => newsOfMonth(context, logbookId)), 1000),
    under(`how far each award is, ${label(count)}, p95`, await p95(20, () => listAwards(context, logbookId)), 60),
  ];
}

/** Reads all contacts with how they stand with cards and services, and nothing else. */
function barePass(store: Store): void {
  for (let after = 0; ;) {
    const rows = store.all(store.q.selectFrom("contact").selectAll().where("id", ">", after).orderBy("id").limit(2000));
    const last = rows.at(-1);
    if (last === undefined) return;
    withConfirmations(store, rows);
    after = last.id;
  }
}

async function benchAll(): Promise<void> {
  benchResolve();
  lines.push(...(await benchScore()));
  lines.push(benchAir(), ...benchSignals());
  for (const count of [100_000, 250_000]) {
    const file = join(folder, `${count}.adi`);
    // Nothing of what was made stays in memory: it would be the garbage collector that is measured.
    writeFileSync(file, makeAdi(makeContacts(count)));
    if (count === 100_000) await benchReading(file);
    const { context, logbookId } = await benchImport(file, count);
    await benchLog(context, logbookId, count);
    if (count === 250_000) {
      lines.push(...(await benchConfirm(context, logbookId)));
      lines.push(...(await benchSpots(context, logbookId)));
      lines.push(...(await benchContest(context, logbookId)));
      lines.push(...(await benchStatistics(context, logbookId)));
    }
    context.store.close();
  }
}

function label(count: number): string {
  return `${count / 1000} 000`;
}

function benchResolve(): void {
  const calls = makeContacts(18_000).map((contact) => contact.call);
  const rounds = 30;
  const now = Date.UTC(2026, 10, 1) / 1000;
  let found = 0;
  const start = performance.now();
  for (let round = 0; round < rounds; round++)
    for (const call of calls) if (resolve(call, now).entity !== null) found++;
  const perSecond = (calls.length * rounds * 1000) / (performance.now() - start);
  if (found === 0) throw new Error("nothing was resolved");
  lines.push({
    what: "resolving calls",
    measured: `${Math.round(perSecond / 1000)} 000 a second`,
    limit: "",
    target: "at least 500 000 a second",
    within: perSecond >= 500_000,
  });
}

async function benchReading(file: string): Promise<void> {
  const records = [...openAdifFile(file).records].map((record) =>
    Object.fromEntries(record.fields.map((field) => [field.name, field.value])),
  );
  const json = JSON.stringify(records);
  records.length = 0;
  let limit = Infinity;
  let ours = Infinity;
  for (let round = 0; round < 5; round++) {
    limit = Math.min(limit, await time(() => JSON.parse(json) as unknown));
    ours = Math.min(ours, await time(() => [...openAdifFile(file).records]));
  }
  lines.push(ratio("reading ADIF, 100 000", ours, "JSON.parse", limit, 4));
  benchHostile();
}

/** What is made to take long takes ten times as long for ten times as much, and no longer. */
function benchHostile(): void {
  const shapes: Readonly<Record<string, (size: number) => string>> = {
    "spaces behind a value": (size) => `<COMMENT:3>abc${" ".repeat(size)}x<CALL:5>W1QRA<EOR>`,
    "tags without lengths": (size) => "<CALL>".repeat(size / 6),
    brackets: (size) => "<".repeat(size),
    "no end of a record": (size) => "<NOTES:20>12345678901234567890".repeat(size / 30),
    "contacts without ends": (size) => "<CALL:5>W1QRA<QSO_DATE:8>20260101<TIME_ON:4>0000\n".repeat(size / 50),
  };
  for (const [what, make] of Object.entries(shapes)) {
    const [small, large] = [1_000_000, 10_000_000].map((size) => {
      const file = join(folder, "hostile.adi");
      writeFileSync(file, make(size));
      let records = 0;
      const start = performance.now();
      for (const _ of openAdifFile(file).records) records++;
      return performance.now() - start + records * 0;
    });
    lines.push(ratio(`reading 10 MB of ${what}`, large!, "1 MB", small!, 15));
  }
}

/** By turns, each several times into an empty database: what the machine does meanwhile falls on both. */
async function benchImport(file: string, count: number): Promise<{ context: Context; logbookId: number }> {
  const rounds = count > 100_000 ? 2 : 3;
  let ours = Infinity;
  let bare = Infinity;
  for (let round = 1; ; round++) {
    const { context, logbookId, ms } = await runImport(file, `import-${count}-${round}.sqlite`);
    ours = Math.min(ours, ms);
    bare = Math.min(bare, await bareInserts(context.store, `bare-${count}-${round}.sqlite`));
    if (round === rounds) {
      lines.push(ratio(`importing ${label(count)}`, ours, "bare inserts", bare, 3));
      lines.push(...(await benchAwards(context, logbookId, join(folder, `import-${count}-${round}.sqlite`))));
      return { context, logbookId };
    }
    if (round === 1 && count === 100_000) {
      const { report } = findJob(context.store, 1) as JobOf<"import">;
      const request = { kind: "undo", batchId: report!.batchId! } as const;
      const undo = await runInThread(context, join(folder, `import-${count}-${round}.sqlite`), logbookId, request);
      lines.push(ratio(`undoing that import of ${label(count)}`, undo, "the import", ms, 2));
    }
    context.store.close();
  }
}

async function runImport(file: string, database: string): Promise<{ context: Context; logbookId: number; ms: number }> {
  const databaseFile = join(folder, database);
  const store = openStore(databaseFile);
  const context = quietContext(store, "bench");
  const logbook = createLogbook(context, BENCH);
  if (!logbook.ok) throw new Error(logbook.problem.detail);
  const logbookId = logbook.value.id;
  // An import removes its file when it is done.
  const upload = `${file}.upload`;
  copyFileSync(file, upload);
  const ms = await runInThread(context, databaseFile, logbookId, {
    kind: "import",
    file: upload,
    fileName: "bench.adi",
    choices: importChoicesSchema.parse({}),
  });
  return { context, logbookId, ms };
}

/** Runs a job as the server does, and gives how long it took, milliseconds. */
async function runInThread(
  context: Context,
  databaseFile: string,
  logbookId: number,
  request: JobRequest,
): Promise<number> {
  const { cells } = createDoor();
  const order: WorkerOrder = {
    databaseFile,
    cells,
    jobId: insertJob(context, logbookId, "Bench", request),
    actor: context.actor,
    means: testMeans(),
  };
  const checkpoints: CheckpointerOrder = { databaseFile, cells };
  const checkpointer = new Worker(thread("db/checkpointerThread"), { workerData: checkpoints });
  const ms = await time(() =>
    once(new Worker(thread("jobs/worker"), { workerData: order, resourceLimits: WORKER_LIMITS }), "exit"),
  );
  await checkpointer.terminate();
  const job = findJob(context.store, order.jobId);
  if (job?.state !== "done") throw new Error(`the job ended ${job?.state}: ${job?.problem}`);
  return ms;
}

/** A thread of the server, as scripts/bench.mjs bundles it. */
function thread(name: string): URL {
  return new URL(`../src/server/${name}.mjs`, import.meta.url);
}

/** The same rows into the same tables and indexes, by prepared statements alone, in transactions of 500. */
async function bareInserts(from: Store, database: string): Promise<number> {
  const contacts = from.all(from.q.selectFrom("contact").selectAll()).map((row) => Object.values(row));
  const confirmations = from.all(from.q.selectFrom("confirmation").selectAll()).map((row) => Object.values(row));
  const store = openStore(join(folder, database));
  createLogbook(quietContext(store, "bench"), BENCH);
  const columns = Object.keys(from.first(from.q.selectFrom("contact").selectAll())!);
  const insert = store.prepare(
    store.q.insertInto("contact").values(Object.fromEntries(columns.map((column) => [column, 0])) as never),
  );
  const confirm = store.prepare(
    store.q.insertInto("confirmation").values({
      contactId: 0,
      channel: "card",
      sent: "no",
      sentOn: "",
      sentVia: "",
      received: "no",
      receivedOn: "",
      receivedVia: "",
    }),
  );
  const ms = await time(() => {
    for (const [statement, rows] of [
      [insert, contacts],
      [confirm, confirmations],
    ] as const) {
      for (let start = 0; start < rows.length; start += 500) {
        store.transaction(() => rows.slice(start, start + 500).forEach((row) => statement.run(...row)));
      }
    }
  });
  store.close();
  return ms;
}

async function benchLog(context: Context, logbookId: number, count: number): Promise<void> {
  const { store } = context;
  const calls = store.all(store.q.selectFrom("contact").select("call").distinct().limit(400)).map((row) => row.call);
  lines.push(
    under(
      `reading for a call, ${label(count)}, p95`,
      await p95(400, (run) =>
        readingFor(context, logbookId, { call: calls[run % calls.length]!, band: "15m", mode: "CW", within: 86_400 }),
      ),
      5,
    ),
  );
  const log = (run: number) => {
    const contact = { call: calls[run % calls.length]!, startedAt: new Date().toISOString(), band: "17m", mode: "CW" };
    const logged = logContact(context, logbookId, contact);
    if (!logged.ok) throw new Error(logged.problem.detail);
  };
  const where = (...of: Condition[]) => JSON.stringify({ join: "all", of });
  const queries = [
    {},
    { band: "20m" },
    { entity: 291 },
    { find: "e" },
    { find: "w1" },
    { find: "anna lima" },
    { sort: "call" },
    { sort: "-entityCode" },
    { sort: "name", band: "15m", mode: "SSB" },
    {
      filter: where({ field: "card.sent", is: "is", value: "sent" }, { field: "card.received", is: "is", value: "no" }),
    },
    { filter: where({ field: "name", is: "contains", value: "an" }, { field: "grid", is: "empty" }) },
  ];
  const page = (query: object, offset: number) =>
    listContacts(context, logbookId, contactQuerySchema.parse({ ...query, limit: 200, offset })).then((answer) => {
      if (!answer.ok) throw new Error(answer.problem.detail);
    });
  const first = new Map<string, number>();
  for (const query of queries) first.set(JSON.stringify(query), await time(() => page(query, 0)));
  lines.push({
    what: `the first page of a filter, find or sort after a start, ${label(count)}, the slowest of ${queries.length}`,
    measured: `${Math.max(...first.values()).toFixed(0)} ms`,
    limit: "",
    target: "none: it is read once, in a thread of its own",
    within: true,
  });
  const afterChange = async (run: number, of: readonly object[]) => {
    log(run);
    const started = performance.now();
    await page(of[run % of.length]!, 0);
    return performance.now() - started;
  };
  for (const [what, of, limit] of [
    ["filter, find or sort", queries, 150],
    ["words", queries.filter((query) => "find" in query), 60],
  ] as const) {
    const times: number[] = [];
    for (let run = 0; run < 110; run++) times.push(await afterChange(run, of));
    times.sort((a, b) => a - b);
    lines.push(
      under(
        `the first page of any ${what} right after a change, ${label(count)}, p95`,
        times[Math.floor(times.length * 0.95)]!,
        limit,
      ),
    );
  }
  lines.push(
    under(
      `a page of the log, ${label(count)}, p95`,
      await p95(220, (run) => page(queries[run % queries.length]!, (run * 7919) % count)),
      25,
    ),
  );
  lines.push(under(`logging a contact, ${label(count)}, p95`, await p95(300, log), 10));
  const grouped = store.q
    .selectFrom("contact")
    .select((eb) => ["entityCode", "band", "modeGroup", eb.fn.countAll().as("contacts")])
    .where("logbookId", "=", logbookId)
    .groupBy(["entityCode", "band", "modeGroup"]);
  const limit = await best(3, () => store.all(grouped));
  lines.push(
    ratio(
      `the entity table, ${label(count)}`,
      await best(5, () => awardTable(context, logbookId, "entities")),
      "GROUP BY",
      limit,
      2,
    ),
  );
}
