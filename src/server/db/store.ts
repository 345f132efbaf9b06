import Database from "better-sqlite3";
import { type Compilable, Kysely, SqliteDialect } from "kysely";
import { mkdirSync } from "node:fs";
import { dirname } from "node:path";
import { gridDistance } from "../../core/geo";
import { type Gate, OPEN_GATE } from "./door";
import { migrate } from "./migrate";
import type { Schema } from "./schema";

/**
 * The database of one thread. Queries are built and typed by Kysely and run at once: better-sqlite3 is synchronous,
 * so a transaction here is never torn apart by another request's statement.
 *
 * @example store.all(store.q.selectFrom("contact").select("call").where("logbookId", "=", 1))
 */
export interface Store {
  readonly q: Kysely<Schema>;
  all<Row>(query: Compilable<Row>): Row[];
  first<Row>(query: Compilable<Row>): Row | undefined;
  /** The first column of each row. */
  values<Row extends object>(query: Compilable<Row>): Row[keyof Row][];
  /** Row by row, for more than should be in memory at once; nothing else is run meanwhile. */
  each<Row>(query: Compilable<Row>): IterableIterator<Row>;
  run(query: Compilable<unknown>): { readonly changes: number; readonly lastId: number };
  /** A query compiled once, to be run many times with other parameters, given in their order in the query. */
  prepare<Row>(query: Compilable<Row>): Prepared<Row>;
  /** All of it or nothing. Nested calls join the outer transaction. */
  transaction<Result>(work: () => Result): Result;
  /** Runs after the outermost transaction was committed, or at once outside of one; never after a rollback. */
  afterCommit(work: () => void): void;
  /**
   * Whether each commit of this connection waits for the disk. Long work that can be taken up again where it was may
   * do without: the database stays whole in a power cut, only its newest commits are missing, and the next commit
   * that waits makes all before it last. Meanwhile pages that change again and again go to the database's file less
   * often.
   */
  waitForDisk(wait: boolean): void;
  /**
   * Brings what was written into the database's file, as far as it goes without others waiting: how many pages the
   * file of what was written has, and how many of them are left.
   */
  checkpoint(): { readonly pages: number; readonly left: number };
  close(): void;
}

export interface Prepared<Row> {
  all(...parameters: unknown[]): Row[];
  first(...parameters: unknown[]): Row | undefined;
  run(...parameters: unknown[]): { readonly changes: number; readonly lastId: number };
}

/** How long a statement waits for another thread's transaction; ours last under 50 ms. */
const BUSY_TIMEOUT_MS = 10_000;
const CACHED_STATEMENTS = 500;

/** Megabytes of the database that a connection keeps in memory. */
const CACHE = 16;
/** What a long job leaves of the file of what was written, bytes. */
const LARGEST_WAL = 16_000_000;
/** As CACHE, for a thread that writes much. */
export const WRITER_CACHE = 32;

interface ConnectOptions {
  readonly cacheMegabytes?: number;
  /** What writes go through. Behind a gate, it is left to the checkpointer to bring them into the database's file. */
  readonly gate?: Gate;
}

/** Opens the database without changing it; for worker threads, after `openStore` ran in the main one. */
export function connect(file: string, { cacheMegabytes = CACHE, gate = OPEN_GATE }: ConnectOptions = {}): Store {
  const sqlite = new Database(file, { timeout: BUSY_TIMEOUT_MS });
  sqlite.pragma("journal_mode = WAL");
  sqlite.pragma(`journal_size_limit = ${LARGEST_WAL}`);
  sqlite.pragma("foreign_keys = ON");
  sqlite.pragma(`cache_size = -${cacheMegabytes * 1024}`);
  addFunctions(sqlite);
  const store = storeOn(sqlite, gate);
  // A contact that was acknowledged outlives a power cut.
  store.waitForDisk(true);
  return store;
}

/** What our own statements call beside SQLite's functions. */
export function addFunctions(sqlite: Database.Database): void {
  sqlite.function("gridDistance", { deterministic: true }, (from, to) =>
    gridDistance(from as string | null, to as string | null),
  );
}

/** Opens the database, creating or migrating it as needed. Before a migration of existing data a backup is made. */
export function openStore(file: string): Store {
  if (file !== ":memory:") mkdirSync(dirname(file), { recursive: true });
  const store = connect(file);
  try {
    migrate(store, file);
  } catch (error) {
    store.close();
    throw error;
  }
  return store;
}

function storeOn(sqlite: Database.Database, gate: Gate): Store {
  const q = new Kysely<Schema>({ dialect: new SqliteDialect({ database: sqlite }) });
  const statements = new Map<string, Database.Statement>();
  let afterwards: (() => void)[] = [];

  function statement(sql: string): Database.Statement {
    let found = statements.get(sql);
    if (found === undefined) {
      if (statements.size >= CACHED_STATEMENTS) statements.clear();
      found = sqlite.prepare(sql);
      statements.set(sql, found);
    }
    return found;
  }

  function write<Result>(work: () => Result): Result {
    if (sqlite.inTransaction) return work();
    gate.enter();
    try {
      return work();
    } finally {
      gate.leave();
    }
  }

  return {
    q,
    all<Row>(query: Compilable<Row>) {
      const { sql, parameters } = query.compile();
      return statement(sql).all(...parameters) as Row[];
    },
    first<Row>(query: Compilable<Row>) {
      const { sql, parameters } = query.compile();
      return statement(sql).get(...parameters) as Row | undefined;
    },
    values<Row extends object>(query: Compilable<Row>) {
      const { sql, parameters } = query.compile();
      return sqlite
        .prepare(sql)
        .pluck()
        .all(...parameters) as Row[keyof Row][];
    },
    each<Row>(query: Compilable<Row>) {
      const { sql, parameters } = query.compile();
      return sqlite.prepare(sql).iterate(...parameters) as IterableIterator<Row>;
    },
    run(query) {
      const { sql, parameters } = query.compile();
      return write(() => outcome(statement(sql).run(...parameters)));
    },
    prepare<Row>(query: Compilable<Row>) {
      const prepared = sqlite.prepare(query.compile().sql);
      return {
        all: (...parameters) => prepared.all(...parameters) as Row[],
        first: (...parameters) => prepared.get(...parameters) as Row | undefined,
        run: (...parameters) => write(() => outcome(prepared.run(...parameters))),
      };
    },
    transaction<Result>(work: () => Result) {
      if (sqlite.inTransaction) return work();
      let result: Result;
      try {
        result = write(() => sqlite.transaction(work).immediate());
      } catch (error) {
        afterwards = [];
        throw error;
      }
      const due = afterwards;
      afterwards = [];
      for (const task of due) task();
      return result;
    },
    afterCommit(task) {
      if (sqlite.inTransaction) afterwards.push(task);
      else task();
    },
    waitForDisk(wait) {
      sqlite.pragma(`synchronous = ${wait ? "FULL" : "NORMAL"}`);
      sqlite.pragma(`wal_autocheckpoint = ${gate !== OPEN_GATE ? 0 : wait ? 1000 : 16_000}`);
    },
    checkpoint() {
      const [row] = sqlite.pragma("wal_checkpoint(PASSIVE)") as { log: number; checkpointed: number }[];
      const pages = Math.max(0, row?.log ?? 0);
      return { pages, left: pages - Math.max(0, row?.checkpointed ?? 0) };
    },
    close() {
      sqlite.close();
    },
  };
}

function outcome(result: Database.RunResult) {
  return { changes: result.changes, lastId: Number(result.lastInsertRowid) };
}
