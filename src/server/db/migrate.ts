import Database from "better-sqlite3";
import { sql } from "kysely";
import { mkdirSync, renameSync, rmSync } from "node:fs";
import { dirname, join } from "node:path";
import { MIGRATIONS } from "./migrations";
import type { Store } from "./store";

/** Where backups lie, beside the database. */
export function backupFolderOf(databaseFile: string): string {
  return join(dirname(databaseFile), "backups");
}

/** The database was made by a later version of the application. */
export class NewerDatabase extends Error {}

/**
 * Brings a database up to date. Each migration and its mark are one transaction, so that a start that was killed is
 * taken up where it was; another process that starts at the same moment waits. Existing data is backed up before.
 *
 * @throws NewerDatabase when the database has migrations that this version does not know
 */
export function migrate(store: Store, file: string): void {
  run(
    store,
    "CREATE TABLE IF NOT EXISTS kysely_migration (name VARCHAR(255) NOT NULL PRIMARY KEY, timestamp VARCHAR(255) NOT NULL)",
  );
  const known = Object.keys(MIGRATIONS);
  const before = marks(store);
  const newer = newerThanKnown(before);
  if (newer.length > 0) throw new NewerDatabase(`it has ${newer.join(", ")}`);
  if (before.length > 0 && before.length < known.length && file !== ":memory:") backup(store, file);
  for (const [name, statements] of Object.entries(MIGRATIONS)) {
    store.transaction(() => {
      if (marks(store).includes(name)) return;
      for (const statement of statements) if (!isDone(store, statement)) run(store, statement);
      const at = new Date().toISOString();
      run(store, `INSERT INTO kysely_migration (name, timestamp) VALUES ('${name}', '${at}')`);
    });
  }
}

/** What a database has that this version does not know; null where it is none of ours. */
export function unknownMigrations(file: string): string[] | null {
  const sqlite = new Database(file, { readonly: true });
  try {
    const isOurs = sqlite.prepare("SELECT name FROM sqlite_master WHERE name = 'kysely_migration'").get() !== undefined;
    if (!isOurs) return null;
    return newerThanKnown(sqlite.prepare("SELECT name FROM kysely_migration").pluck().all() as string[]);
  } finally {
    sqlite.close();
  }
}

function newerThanKnown(names: readonly string[]): string[] {
  return names.filter((name) => !Object.hasOwn(MIGRATIONS, name));
}

function marks(store: Store): string[] {
  return rows<{ name: string }>(store, "SELECT name FROM kysely_migration ORDER BY name").map(({ name }) => name);
}

/** Earlier versions could be killed between a statement and its migration's mark: what stands already is left. */
function isDone(store: Store, statement: string): boolean {
  const [, created] = /^CREATE (?:TABLE|INDEX) (\w+)/.exec(statement) ?? [];
  if (created !== undefined) return rows(store, `SELECT name FROM sqlite_master WHERE name = '${created}'`).length > 0;
  const [, table, column] = /^ALTER TABLE (\w+) ADD COLUMN (\w+)/.exec(statement) ?? [];
  if (table === undefined) return false;
  return rows<{ name: string }>(store, `PRAGMA table_info(${table})`).some(({ name }) => name === column);
}

function backup(store: Store, file: string): void {
  const folder = backupFolderOf(file);
  mkdirSync(folder, { recursive: true });
  const stamp = new Date().toISOString().replace(/[:.]/g, "-");
  const whole = join(folder, `before-migration-${stamp}.sqlite`);
  // A backup that was cut off must not look like one.
  const begun = `${whole}.unfinished`;
  rmSync(begun, { force: true });
  run(store, `VACUUM INTO '${begun.replaceAll("'", "''")}'`);
  renameSync(begun, whole);
}

function run(store: Store, text: string): void {
  store.run({ compile: () => sql.raw(text).compile(store.q) });
}

function rows<Row>(store: Store, text: string): Row[] {
  return store.all<Row>({ compile: () => sql.raw<Row>(text).compile(store.q) });
}
