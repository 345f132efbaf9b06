import Database from "better-sqlite3";
import { mkdirSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { listingOf } from "../directory/listings";
import { unopenedBy } from "../front/unopened";
import { NewerDatabase } from "./migrate";
import { MIGRATIONS } from "./migrations";
import { addFunctions, connect, openStore, type Store } from "./store";
import { migrate } from "./migrate";

const folder = mkdtempSync(join(tmpdir(), "ypsiloid-migrate-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
let files = 0;
const newFile = () => join(folder, String(++files), "log.sqlite");

function schemaOf(file: string): unknown[] {
  const sqlite = new Database(file, { readonly: true });
  const rows = sqlite
    .prepare("SELECT type, name, sql FROM sqlite_master WHERE name NOT LIKE 'sqlite_%' ORDER BY name")
    .all();
  const marks = sqlite.prepare("SELECT name FROM kysely_migration ORDER BY name").all();
  sqlite.close();
  return [...rows, ...marks];
}

/** A database as an earlier version left it: with the first so many migrations, and a site. */
function earlier(file: string, count: number): void {
  openStore(file).close();
  rmSync(file);
  const sqlite = new Database(file);
  sqlite.exec(
    "CREATE TABLE kysely_migration (name VARCHAR(255) NOT NULL PRIMARY KEY, timestamp VARCHAR(255) NOT NULL)",
  );
  addFunctions(sqlite);
  for (const [name, statements] of Object.entries(MIGRATIONS).slice(0, count)) {
    for (const statement of statements) sqlite.exec(statement);
    sqlite.prepare("INSERT INTO kysely_migration VALUES (?, '')").run(name);
  }
  sqlite.exec("INSERT INTO site (name, call, grid) VALUES ('Cabo Farol', 'CX3QUA', 'GF35co')");
  sqlite.close();
}

const whole = newFile();
openStore(whole).close();
const WHOLE = schemaOf(whole);
const STATEMENTS = Object.values(MIGRATIONS).flat().length;

/** A store whose process dies before its next statement, after so many of them. */
function dying(store: Store, after: number): Store {
  let statements = 0;
  return {
    ...store,
    run(query) {
      if (++statements > after) throw new Error("killed");
      return store.run(query);
    },
  };
}

test.each(Array.from({ length: Object.keys(MIGRATIONS).length }, (_, count) => count + 1))(
  "a database with %i migrations is brought up to date, with a backup before",
  (count) => {
    const file = newFile();
    earlier(file, count);
    const store = openStore(file);
    expect(store.all(store.q.selectFrom("site").select(["call", "grid"]))).toEqual([
      { call: "CX3QUA", grid: "GF35co" },
    ]);
    store.close();
    expect(schemaOf(file)).toEqual(WHOLE);
    const backups = count < Object.keys(MIGRATIONS).length ? readdirSync(join(file, "..", "backups")) : [];
    expect(backups).toHaveLength(count < Object.keys(MIGRATIONS).length ? 1 : 0);
  },
);

test("a start that was killed anywhere, twice, goes on", () => {
  for (let after = 0; after < STATEMENTS + Object.keys(MIGRATIONS).length + 1; after++) {
    const file = newFile();
    const first = connectNew(file);
    expect(() => migrate(dying(first, after), file)).toThrow("killed");
    first.close();
    const second = connect(file);
    expect(() => migrate(dying(second, 2), file)).toThrow("killed");
    second.close();
    openStore(file).close();
    expect(schemaOf(file)).toEqual(WHOLE);
  }
});

test("what an earlier version left half migrated, without a mark, is mended", () => {
  const file = newFile();
  earlier(file, 3);
  const sqlite = new Database(file);
  sqlite.exec("ALTER TABLE site ADD COLUMN state TEXT");
  sqlite.close();
  openStore(file).close();
  expect(schemaOf(file)).toEqual(WHOLE);
  const begun = newFile();
  const half = connectNew(begun);
  half.close();
  const other = new Database(begun);
  for (const statement of Object.values(MIGRATIONS)[0]!.slice(0, 5)) other.exec(statement);
  other.close();
  openStore(begun).close();
  expect(schemaOf(begun)).toEqual(WHOLE);
});

function connectNew(file: string): Store {
  mkdirSync(dirname(file), { recursive: true });
  return connect(file);
}

test("what cannot be opened says why, where the backup lies, and what to do", () => {
  const file = newFile();
  earlier(file, 2);
  openStore(file).close();
  const later = new Database(file);
  later.exec("INSERT INTO kysely_migration VALUES ('9999-later', '')");
  later.close();
  const error = thrownBy(() => openStore(file));
  expect(error).toBeInstanceOf(NewerDatabase);
  const { what, mend } = unopenedBy(error, file);
  expect(what).toContain("later version");
  expect(mend.join(" ")).toContain(join("backups", "before-migration"));
  const damaged = unopenedBy(
    thrownBy(() => openStore(join(__dirname, "migrate.test.ts"))),
    join(__dirname, "x.sqlite"),
  );
  expect(damaged.what).toContain("damaged");
  expect(damaged.mend.join(" ")).toContain("There is no backup");
  const full = Object.assign(new Error("database or disk is full"), { code: "SQLITE_FULL" });
  expect(unopenedBy(full, file).what).toContain("the disk is full: make room");
});

function thrownBy(work: () => void): unknown {
  try {
    work();
  } catch (error) {
    return error;
  }
  throw new Error("nothing was thrown");
}

test("what an unsigned service's fields said before there was such a service becomes how the contact stands with it", () => {
  const file = newFile();
  earlier(file, Object.keys(MIGRATIONS).indexOf("0011-services"));
  const sqlite = new Database(file);
  sqlite.exec("INSERT INTO logbook (id, name, siteId, createdAt) VALUES (1, 'Home log', 1, 0)");
  const extras = [
    [
      ["QSO_RANDOM", "Y"],
      ["EQSL_QSL_SENT", "y"],
      ["EQSL_QSLSDATE", "20240229"],
      ["EQSL_QSL_RCVD", "V"],
      ["EQSL_QSLRDATE", "20240301"],
    ],
    [["EQSL_QSL_SENT", "Q"]],
    [
      ["EQSL_QSL_RCVD", "perhaps"],
      ["EQSL_QSLSDATE", "20230231"],
      ["EQSL_AG", "Y"],
    ],
  ];
  const insert =
    sqlite.prepare(`INSERT INTO contact (logbookId, revision, call, baseCall, startedAt, endedAt, band, mode, modeGroup, extra)
    VALUES (1, 1, 'DL1QTA', 'DL1QTA', 0, 0, '20m', 'CW', 'CW', ?)`);
  for (const fields of extras) insert.run(JSON.stringify(fields.map(([name, value]) => ({ name, value }))));
  insert.run(null);
  sqlite.close();
  const store = openStore(file);
  const { q } = store;
  expect(store.all(q.selectFrom("confirmation").selectAll().orderBy("contactId"))).toEqual([
    {
      contactId: 1,
      channel: "tideline",
      sent: "sent",
      sentOn: "2024-02-29",
      sentVia: null,
      received: "verified",
      receivedOn: "2024-03-01",
      receivedVia: null,
    },
    {
      contactId: 2,
      channel: "tideline",
      sent: "waiting",
      sentOn: null,
      sentVia: null,
      received: "no",
      receivedOn: null,
      receivedVia: null,
    },
  ]);
  expect(store.all(q.selectFrom("outbox").select(["contactId", "service"]))).toEqual([
    { contactId: 2, service: "tideline" },
  ]);
  const kept = store.all(q.selectFrom("contact").select("extra").orderBy("id"));
  expect(kept.map(({ extra }) => (extra === null ? null : (JSON.parse(extra) as object[])))).toEqual([
    [{ name: "QSO_RANDOM", value: "Y" }],
    null,
    extras[2]!.map(([name, value]) => ({ name, value })),
    null,
  ]);
  store.close();
});

test("what files said of our own references and antenna gets its columns; what does not fit stays as it came", () => {
  const file = newFile();
  earlier(file, Object.keys(MIGRATIONS).indexOf("0018-site-facts"));
  const sqlite = new Database(file);
  sqlite.exec("INSERT INTO logbook (id, name, siteId, createdAt) VALUES (1, 'Home log', 1, 0)");
  const long = "x".repeat(201);
  const extras = [
    [
      { name: "RIG", value: "homemade" },
      { name: "MY_SOTA_REF", value: "cx/mo-012" },
      { name: "MY_ANTENNA", value: " dipole " },
    ],
    [{ name: "MY_ANTENNA", value: long }],
    [
      { name: "MY_ANTENNA", value: "Rohr" },
      { name: "MY_ANTENNA_INTL", value: "Röhre" },
    ],
    [{ name: "MY_IOTA", value: "SA-030", userDefined: true }],
  ];
  const insert =
    sqlite.prepare(`INSERT INTO contact (logbookId, revision, call, baseCall, startedAt, endedAt, band, mode, modeGroup, extra)
    VALUES (1, 1, 'DL1QTA', 'DL1QTA', 0, 0, '20m', 'CW', 'CW', ?)`);
  for (const fields of extras) insert.run(JSON.stringify(fields));
  insert.run(null);
  sqlite.exec("UPDATE contact SET ownGrid = 'GF35co', grid = 'JN58td' WHERE id = 1");
  sqlite.close();
  const store = openStore(file);
  expect(store.values(store.q.selectFrom("contact").select("distanceKm").orderBy("id"))).toEqual([
    11_237,
    ...[null, null, null, null],
  ]);
  const columns = ["ownIsland", "ownSummit", "ownPark", "ownAntenna", "extra"] as const;
  const rows = store.all(store.q.selectFrom("contact").select(columns).orderBy("id"));
  store.close();
  const none = { ownIsland: null, ownSummit: null, ownPark: null, ownAntenna: null };
  expect(rows).toEqual([
    { ...none, ownSummit: "CX/MO-012", ownAntenna: "dipole", extra: JSON.stringify(extras[0]!.slice(0, 1)) },
    ...extras.slice(1).map((fields) => ({ ...none, extra: JSON.stringify(fields) })),
    { ...none, extra: null },
  ]);
});

test("what the one directory said before there were several is still there, as its own", () => {
  const file = newFile();
  earlier(file, Object.keys(MIGRATIONS).indexOf("0019-directories"));
  const sqlite = new Database(file);
  sqlite.exec(
    `INSERT INTO directoryEntry (baseCall, body, askedAt) VALUES ('OY4QSA', '{"name":"Solveig"}', 7), ('DL1QTA', NULL, 8)`,
  );
  sqlite.close();
  const store = openStore(file);
  expect(store.all(store.q.selectFrom("listing").selectAll().orderBy("askedAt"))).toEqual([
    { baseCall: "OY4QSA", directory: "almanac", body: '{"name":"Solveig"}', askedAt: 7 },
    { baseCall: "DL1QTA", directory: "almanac", body: null, askedAt: 8 },
  ]);
  expect(listingOf(store, "OY4QSA")).toMatchObject({ name: "Solveig", place: null, by: [{ name: "Almanac" }] });
  store.close();
});

test("what was handed in to contests before is not taken again", () => {
  const file = newFile();
  earlier(file, Object.keys(MIGRATIONS).indexOf("0021-hand-ins"));
  const sqlite = new Database(file);
  sqlite.pragma("foreign_keys = OFF");
  /** A row with what it must have, and anything in it but what is given. */
  const insert = (table: string, given: Record<string, number>) => {
    const columns = sqlite.pragma(`table_info(${table})`) as { name: string; type: string; notnull: number }[];
    const row = columns
      .filter(({ name, notnull }) => notnull === 1 || name in given)
      .map(({ name, type }) => [name, given[name] ?? (type === "TEXT" ? "'x'" : 1)]);
    const [names, values] = [0, 1].map((at) => row.map((pair) => pair[at]).join(", "));
    sqlite.exec(`INSERT INTO ${table} (${names}) VALUES (${values})`);
  };
  insert("logbook", { id: 1, siteId: 1 });
  insert("contestEntry", { id: 5, logbookId: 1 });
  sqlite.exec("INSERT INTO contestHandIn (entryId, handIn, contactId) VALUES (5, 'a1', 9)");
  sqlite.close();
  const store = openStore(file);
  expect(store.all(store.q.selectFrom("handIn").selectAll())).toEqual([{ logbookId: 1, name: "a1", contactId: 9 }]);
  store.close();
});
