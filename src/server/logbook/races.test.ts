import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import {
  cardsInputSchema,
  importChoicesSchema,
  type Job,
  logbookInputSchema,
  type StoredContact,
} from "../../core/contract";
import type { Context } from "../context";
import { connect, openStore } from "../db/store";
import { findJob, type JobRequest } from "../jobs/job";
import { insertJob } from "../jobs/supervisor";
import { doJob } from "../jobs/work";
import { quietContext } from "../quietContext";
import { countedSlots, grantIdentities, keptSlots, taken, testMeans, valueOf } from "../testing";
import { memoryVault, openAuthority } from "../../../stand-ins/lantern/authority";
import { markCards } from "./cards";
import { changeContact, deleteContact, getContact, logContact } from "./contacts";
import { createLogbook } from "./logbooks";
import { undoBatch } from "./undo";

/*
 * Somebody else's change is committed in the moment before each service's own transaction begins. Whatever the service
 * then does, that change was acknowledged and must stand.
 */
const NOW = Date.UTC(2026, 10, 23, 21, 40) / 1000;
const folder = mkdtempSync(join(tmpdir(), "ypsiloid-races-"));
let logbookId: number;
let ours: Context;
let theirs: Context;
let contact: StoredContact & { batchId: number };
let files = 0;

beforeEach(async () => {
  const file = join(folder, `${++files}.sqlite`);
  ours = quietContext(openStore(file), "we", () => NOW);
  theirs = quietContext(connect(file), "they", () => NOW);
  const site = { name: "Cabo Farol", call: "CX3QUA", grid: "GF35co" };
  logbookId = valueOf(createLogbook(ours, taken(logbookInputSchema, { name: "Log", site }))).id;
  const facts = { call: "DL1QTA", startedAt: "2026-11-23T21:00:00Z", band: "20m", mode: "CW" };
  contact = valueOf(logContact(ours, logbookId, facts));
  await grantIdentities(ours, logbookId, ["CX3QUA"], await openAuthority(memoryVault(), 0));
});
afterEach(() => {
  ours.store.close();
  theirs.store.close();
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Our context, in which they do something just before our next transaction. */
function raced(intrude: () => void): Context {
  let done = false;
  const store = { ...ours.store };
  store.transaction = (work) => {
    if (!done) {
      done = true;
      intrude();
    }
    return ours.store.transaction(work);
  };
  return { ...ours, store };
}

const theyName = () => valueOf(changeContact(theirs, logbookId, contact.id, { name: "Anke" }));
const theyMove = () => valueOf(changeContact(theirs, logbookId, contact.id, { band: "40m" }));
const theyDelete = () => valueOf(deleteContact(theirs, logbookId, contact.id));

/** The counts are those of the contacts, and the contact is what its journal says of it. */
function expectWhole(): void {
  expect(keptSlots(ours, logbookId)).toEqual(countedSlots(ours, logbookId));
  const { store } = ours;
  const entries = store.all(store.q.selectFrom("journalEntry").select(["after"]).orderBy("id"));
  const told = entries.reduce((all, { after }) => ({ ...all, ...(JSON.parse(after ?? "{}") as object) }), {});
  const now = getContact(ours, logbookId, contact.id);
  if (now.ok) expect(inOrder(now.value)).toMatchObject(inOrder(told));
}

function inOrder(facts: Partial<StoredContact>): Partial<StoredContact> {
  const { confirmations } = facts;
  if (confirmations === undefined) return facts;
  return { ...facts, confirmations: confirmations.toSorted((a, b) => a.channel.localeCompare(b.channel)) };
}

function now(): StoredContact {
  return valueOf(getContact(ours, logbookId, contact.id));
}

async function runJob(context: Context, request: JobRequest, url?: string): Promise<Job> {
  const jobId = insertJob(ours, logbookId, "Test", request);
  await doJob(context, jobId, new AbortController().signal, testMeans(url));
  return findJob(ours.store, jobId)!;
}

test("an edit does not take back another one, and is refused where it was made from an older revision", () => {
  const edited = changeContact(raced(theyName), logbookId, contact.id, { place: "Kiel" });
  expect(valueOf(edited)).toMatchObject({ name: "Anke", place: "Kiel" });
  expectWhole();
  const refused = changeContact(raced(theyMove), logbookId, contact.id, { place: "Bonn", revision: now().revision });
  expect(refused).toMatchObject({ ok: false, problem: { status: 409, title: "Changed meanwhile" } });
  expect(now()).toMatchObject({ band: "40m", place: "Kiel" });
  expectWhole();
});

test("what was deleted meanwhile is not edited, and is not deleted twice", () => {
  expect(changeContact(raced(theyDelete), logbookId, contact.id, { place: "Kiel" })).toMatchObject({
    problem: { status: 404 },
  });
  expect(deleteContact(ours, logbookId, contact.id)).toMatchObject({ problem: { status: 404 } });
  expectWhole();
});

test("a deletion and its undo keep what was changed just before", () => {
  const { batchId } = valueOf(deleteContact(raced(theyMove), logbookId, contact.id));
  expectWhole();
  valueOf(undoBatch(ours, logbookId, batchId));
  expect(now().band).toBe("40m");
  expectWhole();
});

test("a card is marked on what the contact is by then", () => {
  const mark = { ids: [contact.id], received: "confirmed", on: "2026-11-23", via: "bureau" };
  expect(valueOf(markCards(raced(theyMove), logbookId, taken(cardsInputSchema, mark))).changed).toBe(1);
  expect(now()).toMatchObject({ band: "40m" });
  expectWhole();
});

test("a batch is undone once, however many undo it", () => {
  const undone = undoBatch(
    raced(() => valueOf(undoBatch(theirs, logbookId, contact.batchId))),
    logbookId,
    contact.batchId,
  );
  expect(undone).toMatchObject({ ok: false, problem: { title: "Already undone" } });
  expectWhole();
});

test("an undo by a job ends where another one undid the batch, and tells only what it did itself", async () => {
  const context = raced(() => valueOf(undoBatch(theirs, logbookId, contact.batchId)));
  const job = await runJob(context, { kind: "undo", batchId: contact.batchId });
  expect(job).toMatchObject({ state: "failed", problem: expect.stringContaining("was undone by batch") as string });
});

test("an import adds to the contact as it is by then", async () => {
  const file = join(folder, "merge.adi");
  writeFileSync(file, "<CALL:6>DL1QTA<QSO_DATE:8>20261123<TIME_ON:4>2100<BAND:3>20m<MODE:2>CW<QTH:4>Kiel<EOR>");
  const choices = importChoicesSchema.parse({ duplicates: "facts" });
  const job = await runJob(raced(theyName), { kind: "import", file, fileName: "merge.adi", choices });
  expect(job.report).toMatchObject({ merged: 1 });
  expect(now()).toMatchObject({ name: "Anke", place: "Kiel" });
  expectWhole();
});

describe("while a service is thinking", () => {
  let server: Server;
  let url: string;
  let meanwhile: () => void;
  let answer: "accepted" | "refused";

  beforeEach(async () => {
    answer = "accepted";
    server = createServer((request, response) => {
      let body = "";
      request.on("data", (piece) => (body += String(piece)));
      request.on("end", () => {
        meanwhile();
        const { contacts } = JSON.parse(body) as { contacts: { id: number }[] };
        response.setHeader("content-type", "application/json");
        response.end(JSON.stringify({ results: contacts.map(({ id }) => ({ id, answer })) }));
      });
    });
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterEach(async () => {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  });

  const send = () => runJob(ours, { kind: "send", service: "lantern" }, url);
  const stateOfSending = () => now().confirmations.find(({ channel }) => channel === "lantern")?.sent;

  test("an edit stands, and what the service has as it is, is sent", async () => {
    meanwhile = theyName;
    expect(await send()).toMatchObject({ state: "done", report: { accepted: 1 } });
    expect(now().name).toBe("Anke");
    expect(stateOfSending()).toBe("sent");
    expectWhole();
  });

  test("an edit of what was sent stands, and the contact waits to be sent again", async () => {
    meanwhile = theyMove;
    expect(await send()).toMatchObject({ state: "done", report: { accepted: 1 } });
    expect(now().band).toBe("40m");
    expect(stateOfSending()).toBe("waiting");
    expectWhole();
    meanwhile = () => {};
    await send();
    expect(stateOfSending()).toBe("sent");
  });

  test("a refusal of what is different by now does not hold", async () => {
    answer = "refused";
    meanwhile = theyMove;
    await send();
    const { store } = ours;
    const waiting = store.q.selectFrom("outbox").select("refused").where("service", "=", "lantern");
    expect(store.all(waiting)).toEqual([{ refused: null }]);
  });

  test("a contact that is deleted has its receipt, and stays deleted", async () => {
    meanwhile = theyDelete;
    expect(await send()).toMatchObject({ state: "done", report: { accepted: 1 } });
    expect(getContact(ours, logbookId, contact.id).ok).toBe(false);
    const { store } = ours;
    expect(store.all(store.q.selectFrom("receipt").select(["call", "answer"]))).toEqual([
      { call: "DL1QTA", answer: "accepted" },
    ]);
    expectWhole();
  });
});

test("only what the batch has in hand is changed by it", async () => {
  const { writeBatch } = await import("./batch");
  const options = { logbookId, kind: "edit", summary: "Test" } as const;
  let kept: unknown;
  writeBatch(ours, options, (writer) => {
    const [held] = writer.hold([contact.id]);
    kept = held;
    writer.change(held!, { name: "Anke" });
    writer.change(held!, { place: "Kiel" });
    expect(held!.contact).toMatchObject({ name: "Anke", place: "Kiel", revision: 3 });
    writer.remove(held!);
    expect(() => writer.change(held!, { name: null })).toThrow("not in the hands");
    writer.restore(held!.contact);
  });
  expect(() => writeBatch(ours, options, (writer) => writer.remove(kept as never))).toThrow("not in the hands");
  const { store } = ours;
  const batches = () => store.all(store.q.selectFrom("journalBatch").select("id")).length;
  const before = batches();
  writeBatch(ours, options, (writer) => writer.hold([contact.id, 999]));
  expect(batches()).toBe(before);
});
