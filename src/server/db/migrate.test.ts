import Database from "better-sqlite3";
import { mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { unopenedBy } from "../front/unopened";
import { NewerDatabase } from "./migrate";
import { MIGRATIONS } from "./migrations";
import { connect, openStore, type Store } from "./store";
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
  openStore(file).close();
  for (const name of readdirSync(join(file, ".."))) rmSync(join(file, "..", name), { recursive: true });
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
