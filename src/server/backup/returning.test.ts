import Database from "better-sqlite3";
import { copyFileSync, existsSync, mkdtempSync, rmSync, truncateSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { checkContact, completeContact, type ContactInput } from "../../core/contact";
import { logbookInputSchema } from "../../core/contract";
import { MIGRATIONS } from "../db/migrations";
import { openStore, type Store } from "../db/store";
import { writeBatch } from "../logbook/batch";
import { changeContact, deleteContact, listContacts, logContact } from "../logbook/contacts";
import { createLogbook } from "../logbook/logbooks";
import { quietContext } from "../quietContext";
import { countedSlots, keptSlots, taken, valueOf } from "../testing";
import { backupFile } from "./backupFolder";
import { makeBackup } from "./makeBackup";
import { lookAtReturn, makeReady, putInPlace, type ReturnOrder } from "./returning";

let folder: string;
let databaseFile: string;
let store: Store;
let logbookId: number;
const NOON = Date.UTC(2026, 10, 28, 12) / 1000;
const context = () => quietContext(store, "test", () => NOON);

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "ypsiloid-return-"));
  databaseFile = join(folder, "ypsiloid.sqlite");
  store = openStore(databaseFile);
  logbookId = addLogbook("Home log", "CX3QUA");
});
afterEach(() => {
  store.close();
  rmSync(folder, { recursive: true, force: true });
});

function addLogbook(name: string, call: string): number {
  const site = { name: "Cabo Farol", call, grid: "GF35co" };
  return valueOf(createLogbook(context(), taken(logbookInputSchema, { name, site }))).id;
}

const log = (call: string, more: Partial<ContactInput> = {}, into = logbookId) =>
  valueOf(logContact(context(), into, { call, startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW", ...more }));

let made = 0;
async function backedUp(summary: string | null = "Taken over"): Promise<ReturnOrder> {
  const at = NOON + ++made;
  const order = { databaseFile, folder: join(folder, "backups"), why: "asked", at, withAdif: false } as const;
  const file = backupFile(order.folder, await makeBackup(order));
  return { databaseFile, file, summary, at: NOON };
}

async function contactsNow(into = logbookId) {
  return valueOf(await listContacts(context(), into, { limit: 500 })).items;
}
const callsNow = async (into?: number) => (await contactsNow(into)).map(({ call }) => call).sort();

async function goBack(order: ReturnOrder): Promise<number> {
  return (await makeReady(order)) + (await putInPlace(order));
}

test("what going back would do is said before: what is lost, what comes back, what was changed, by logbook", async () => {
  const faroese = log("OY4QSA");
  const german = log("DL1QTA");
  const order = await backedUp();
  log("W2QUB", { startedAt: "2026-11-21T10:00:00Z" });
  log("LU3QSC");
  valueOf(changeContact(context(), logbookId, faroese.id, { name: "Sunnva" }));
  deleteContact(context(), logbookId, german.id);
  const hill = addLogbook("Hill", "CX3QUA/P");
  log("PY2QRT", {}, hill);
  expect(await lookAtReturn(order)).toMatchObject({
    obstacle: null,
    logbooks: [
      { name: "Home log", then: 2, now: 3, onlyNow: 2, onlyThen: 1, changed: 1 },
      { name: "Hill", then: null, now: 1, onlyNow: 1, onlyThen: 0, changed: 0 },
    ],
    onlyNow: [{ call: "W2QUB", startedAt: "2026-11-21T10:00:00Z" }, { call: "PY2QRT" }, { call: "LU3QSC" }],
  });
  expect(await callsNow()).toEqual(["LU3QSC", "OY4QSA", "W2QUB"]);
  expect(existsSync(join(folder, "going-back"))).toBe(false);
});

test("one goes back while others have the log open; without taking over it is just as it was", async () => {
  log("OY4QSA");
  const order = await backedUp(null);
  const before = await contactsNow();
  log("W2QUB");
  expect(await goBack(order)).toBe(0);
  // The connection from before sees it, and goes on.
  expect(await contactsNow()).toEqual(before);
  log("DL1QTA");
  expect(await callsNow()).toEqual(["DL1QTA", "OY4QSA"]);
  expect(keptSlots(context(), logbookId)).toEqual(countedSlots(context(), logbookId));
});

test("what is taken over comes with all that is kept of it, under its own number, with its logbook and its place", async () => {
  log("OY4QSA");
  const order = await backedUp();
  const hill = addLogbook("Hill", "CX3QUA/P");
  const german = log("DL1QTA", { pin: true, notes: "sked on Sunday", power: 4.5 });
  log("PY2QRT", {}, hill);
  writeBatch(context(), { logbookId, kind: "confirm", summary: "Test" }, (writer) => {
    const confirmation = {
      channel: "lantern",
      sent: "waiting",
      received: "confirmed",
      receivedOn: "2026-11-21",
    } as const;
    const none = { sentOn: null, sentVia: null, receivedVia: null };
    const day = {
      on: "lantern",
      state: "claimed",
      day: "2026-11-22",
      claim: "7",
      source: "Lantern",
      reason: null,
    } as const;
    writer.change(writer.hold([german.id])[0]!, {
      confirmations: [{ ...confirmation, ...none }],
      credits: [{ award: "entities", item: "230", ...day }],
    });
  });
  const { q } = store;
  const waiting = () => store.all(q.selectFrom("outbox").select(["contactId", "service"]).orderBy("contactId"));
  const before = [...(await contactsNow()), ...(await contactsNow(hill))];
  const waited = waiting();
  expect(waited).toContainEqual({ contactId: german.id, service: "lantern" });
  expect(await goBack(order)).toBe(2);
  const after = [...(await contactsNow()), ...(await contactsNow(hill))];
  const plain = (some: typeof before) => some.map(({ revision: _, ...contact }) => contact);
  expect(plain(after)).toEqual(plain(before));
  for (const id of [logbookId, hill]) expect(keptSlots(context(), id)).toEqual(countedSlots(context(), id));
  expect(waiting()).toEqual(waited);
  expect(store.all(q.selectFrom("logbook").select(["name", "contactCount"]).orderBy("id"))).toEqual([
    { name: "Home log", contactCount: 2 },
    { name: "Hill", contactCount: 1 },
  ]);
  expect(store.values(q.selectFrom("journalBatch").select("summary").where("kind", "=", "import"))).toEqual([
    "Taken over",
    "Taken over",
  ]);
});

test("what is logged while one goes back is taken over as well; a number that means another contact is not taken for it", async () => {
  log("OY4QSA");
  const older = await backedUp();
  log("DL1QTA");
  await goBack({ ...older, summary: null });
  // Has the number that the German had.
  log("W2QUB", { startedAt: "2026-11-22T10:00:00Z" });
  const order = await backedUp();
  log("LU3QSC");
  const ready = await makeReady(order);
  log("PY2QRT");
  expect([ready, await putInPlace(order)]).toEqual([1, 1]);
  expect(await callsNow()).toEqual(["LU3QSC", "OY4QSA", "PY2QRT", "W2QUB"]);
  expect(await goBack(older)).toBe(3);
  expect(await callsNow()).toEqual(["LU3QSC", "OY4QSA", "PY2QRT", "W2QUB"]);
});

test("a logbook that has the number of another one in the backup is not taken for it", async () => {
  const before = await backedUp(null);
  const hill = addLogbook("Hill", "CX3QUA/P");
  log("OY4QSA", {}, hill);
  const withHill = await backedUp();
  await goBack(before);
  // Made at another time, with the number that the other had.
  store.run(store.q.insertInto("logbook").values({ id: hill, name: "Club", siteId: 1, createdAt: NOON + 500 }));
  log("DL1QTA", {}, hill);
  expect((await lookAtReturn(withHill)).logbooks).toMatchObject([
    { name: "Home log", onlyNow: 0 },
    { name: "Hill", then: 1, now: null, onlyNow: 0, onlyThen: 1 },
    { name: "Club", then: null, now: 1, onlyNow: 1 },
  ]);
  expect(await goBack(withHill)).toBe(1);
  const { q } = store;
  const logbooks = store.all(q.selectFrom("logbook").select(["id", "name", "contactCount"]).orderBy("id"));
  expect(logbooks.map(({ name, contactCount }) => [name, contactCount])).toEqual([
    ["Home log", 0],
    ["Hill", 1],
    ["Club", 1],
  ]);
  expect(await callsNow(logbooks[2]!.id)).toEqual(["DL1QTA"]);
});

test("a thousand are taken over in pieces, each once", async () => {
  const order = await backedUp();
  writeBatch(context(), { logbookId, kind: "import", summary: "Many" }, (writer) => {
    for (let at = 0; at < 1100; at++) {
      const startedAt = new Date((NOON - 86_400 + at) * 1000).toISOString();
      const checked = checkContact({ call: "OY4QSA", startedAt, band: "20m", mode: "CW" }, NOON);
      if (checked.ok) writer.add(completeContact(checked.value));
    }
  });
  expect(await goBack(order)).toBe(1100);
  const { q } = store;
  expect(store.all(q.selectFrom("journalBatch").select(["summary", "contacts"]))).toEqual([
    { summary: "Taken over", contacts: 1100 },
  ]);
});

test("what is damaged, of a later version, of another program or no database is told with the mend, and changes nothing", async () => {
  log("OY4QSA");
  const { file, ...rest } = await backedUp();
  const bad = join(folder, "bad.sqlite");
  const obstacle = async () => (await lookAtReturn({ ...rest, file: bad })).obstacle;
  writeFileSync(bad, "a letter, and no database at all");
  expect(await obstacle()).toMatch(/it is damaged \(.*file is not a database\): choose another one/);
  copyFileSync(file, bad);
  truncateSync(bad, 50_000);
  expect(await obstacle()).toMatch(/it is damaged \(.*\): choose another one/);
  copyFileSync(file, bad);
  const later = new Database(bad);
  later.exec("INSERT INTO kysely_migration VALUES ('9000-later', '')");
  later.close();
  expect(await obstacle()).toMatch(/a later version of Ypsiloid made it \(it has 9000-later\): update/);
  rmSync(bad);
  const other = new Database(bad);
  other.exec("CREATE TABLE poem (line TEXT)");
  other.close();
  expect(await obstacle()).toMatch(/another program/);
  expect(await callsNow()).toEqual(["OY4QSA"]);
});

test("a backup of the first version is brought to this one, and stays as it is", async () => {
  log("W2QUB");
  const file = join(folder, "old.sqlite");
  const old = new Database(file);
  old.exec("CREATE TABLE kysely_migration (name VARCHAR(255) NOT NULL PRIMARY KEY, timestamp VARCHAR(255) NOT NULL)");
  const [[name, statements]] = Object.entries(MIGRATIONS) as [[string, string[]]];
  for (const statement of statements) old.exec(statement);
  old.prepare("INSERT INTO kysely_migration VALUES (?, '')").run(name);
  old.exec("INSERT INTO site (name, call, grid) VALUES ('Cabo Farol', 'CX3QUA', 'GF35co')");
  old.exec(`INSERT INTO logbook (name, siteId, contactCount, createdAt) VALUES ('Home log', 1, 1, ${NOON})`);
  old.exec(
    "INSERT INTO contact (logbookId, revision, call, baseCall, startedAt, endedAt, band, mode, modeGroup) " +
      "VALUES (1, 1, 'OY4QSA', 'OY4QSA', 1, 1, '20m', 'CW', 'CW')",
  );
  old.close();
  expect(await goBack({ databaseFile, file, summary: "Taken over", at: NOON })).toBe(1);
  expect(await callsNow()).toEqual(["OY4QSA", "W2QUB"]);
  const kept = new Database(file, { readonly: true });
  expect(kept.prepare("SELECT count(*) FROM kysely_migration").pluck().get()).toBe(1);
  kept.close();
});

describe("people, on going back", () => {
  const people = (of: Store) => of.all(of.q.selectFrom("person").select(["username", "role", "goneAt"]).orderBy("id"));
  let number = 0;
  const add = (username: string, role: "owner" | "reader"): number => {
    const day = "2026-11-20T00:00:00.000Z";
    const person = { name: username, username, role, email: `${username}@station.invalid`, emailVerified: 0 };
    const times = { createdAt: day, updatedAt: day };
    const userId = store.run(
      store.q.insertInto("person").values({ ...person, ...times, call: null, goneAt: null }),
    ).lastId;
    const login = { userId, accountId: String(userId), providerId: "credential", password: username };
    const session = { userId, token: `token ${++number}`, expiresAt: "2027-01-01T00:00:00.000Z", ...times };
    store.run(store.q.insertInto("login").values({ ...login, ...times }));
    store.run(store.q.insertInto("session").values({ ...session, ipAddress: null, userAgent: null }));
    return userId;
  };

  test("stay as they are: who was removed does not come back, nor does a password of before", async () => {
    const ines = add("ines", "owner");
    const lena = add("lena", "reader");
    const hill = addLogbook("Hill", "CX3QUA/P");
    store.run(store.q.insertInto("personRole").values({ personId: lena, logbookId: hill, role: "manager" }));
    const order = await backedUp(null);
    store.run(store.q.updateTable("login").set({ password: "newer" }).where("userId", "=", ines));
    store.run(store.q.updateTable("person").set({ goneAt: NOON, username: null, role: null }).where("id", "=", lena));
    store.run(store.q.deleteFrom("personRole"));
    const tomas = add("tomas", "reader");
    const since = addLogbook("Since", "CX3QUA/M");
    const roles = [
      { personId: tomas, logbookId: hill, role: "logger" as const },
      { personId: tomas, logbookId: since, role: "logger" as const },
    ];
    store.run(store.q.insertInto("personRole").values(roles));
    await goBack(order);
    expect(people(store)).toEqual([
      { username: "ines", role: "owner", goneAt: null },
      { username: null, role: null, goneAt: NOON },
      { username: "tomas", role: "reader", goneAt: null },
    ]);
    expect(store.values(store.q.selectFrom("login").select("password").orderBy("id"))).toEqual([
      "newer",
      "lena",
      "tomas",
    ]);
    expect(store.all(store.q.selectFrom("personRole").selectAll())).toEqual(roles.slice(0, 1));
    expect(store.all(store.q.selectFrom("session").select("id"))).toHaveLength(3);
  });

  test("come with the backup where there are none, and sign in again", async () => {
    add("ines", "owner");
    const order = await backedUp(null);
    store.run(store.q.deleteFrom("person"));
    await goBack(order);
    expect(people(store)).toEqual([{ username: "ines", role: "owner", goneAt: null }]);
    expect(store.values(store.q.selectFrom("login").select("password"))).toEqual(["ines"]);
    expect(store.all(store.q.selectFrom("session").select("id"))).toEqual([]);
  });
});
