import Database from "better-sqlite3";
import { mkdirSync } from "node:fs";
import { dirname } from "node:path";
import { modeGroup, parseMode } from "../../src/core/band";
import { baseCall } from "../../src/core/callsign";
import { secondsOf } from "../../src/core/contact";
import { resolve } from "../../src/core/entity";
import type { WorldEntry } from "../world/handIns";

/** An entry of a shared log. Times in seconds since 1970 UTC. */
export interface Entry {
  readonly log: string;
  readonly with: string;
  readonly at: number;
  readonly band: string;
  readonly mode: string;
}
interface Met extends Entry {
  readonly number: number;
}
interface ChartLine {
  /** The number of the entity; null for none. */
  readonly entity: number | null;
  readonly band: string;
  readonly mode: string;
  entries: number;
  met: number;
}
interface LogFigures {
  readonly log: string;
  readonly entries: number;
  readonly met: number;
  readonly latest: number | null;
}

/** Two entries whose times are further apart do not meet, seconds. */
export const TOLERANCE = 15 * 60;

/** What Tideline keeps: our entries, what others put in about us, and which of them met, in the order in which they did. */
export interface Shelf {
  /** False when the entry was there already. What the other operator puts in about it is `other`. */
  keep(entry: Entry, other: WorldEntry | null, now: number): boolean;
  /** Another operator put something in about us, whether or not we have; told again it is the same. */
  hear(other: WorldEntry, now: number): void;
  /** Entries that stand in both logs, after a number. */
  metAfter(number: number, count: number, now: number): { readonly met: Met[]; readonly end: boolean };
  /** An entry is proven by somebody else: it counts as met. Null where it is not here, false where it had met. */
  prove(entry: Entry, now: number): boolean | null;
  figures(now: number): LogFigures[];
  /** What there is by entity, band and mode. */
  chart(now: number): ChartLine[];
  /** Brings everything to light that is still to come. */
  hurry(): void;
  close(): void;
}

export function openShelf(file: string): Shelf {
  if (file !== ":memory:") mkdirSync(dirname(file), { recursive: true });
  const sqlite = new Database(file);
  sqlite.pragma("journal_mode = WAL");
  sqlite.pragma("synchronous = OFF");
  sqlite.exec(`
    CREATE TABLE IF NOT EXISTS entry (
      id INTEGER PRIMARY KEY, log TEXT NOT NULL, "with" TEXT NOT NULL, at INTEGER NOT NULL, band TEXT NOT NULL,
      mode TEXT NOT NULL, pair TEXT NOT NULL, UNIQUE (pair, at));
    CREATE TABLE IF NOT EXISTS other (
      id INTEGER PRIMARY KEY, due REAL NOT NULL, pair TEXT NOT NULL, at INTEGER NOT NULL, UNIQUE (pair, at));
    CREATE INDEX IF NOT EXISTS otherByDue ON other (due);
    CREATE TABLE IF NOT EXISTS met (
      number INTEGER PRIMARY KEY AUTOINCREMENT, entryId INTEGER NOT NULL UNIQUE REFERENCES entry (id));`);
  const keep = sqlite.prepare(
    `INSERT OR IGNORE INTO entry (log, "with", at, band, mode, pair) VALUES (@log, @with, @at, @band, @mode, @pair)`,
  );
  const expect = sqlite.prepare("INSERT OR IGNORE INTO other (due, pair, at) VALUES (@due, @pair, @at)");
  const meet = sqlite.prepare(
    `INSERT OR IGNORE INTO met (entryId)
      SELECT entry.id FROM other JOIN entry ON entry.pair = other.pair AND abs(entry.at - other.at) <= ${TOLERANCE}
      WHERE other.due <= ? AND entry.id NOT IN (SELECT entryId FROM met) ORDER BY other.due, entry.id`,
  );
  const read = sqlite.prepare(
    `SELECT number, log, "with", at, band, mode FROM met JOIN entry ON entry.id = entryId
      WHERE number > ? ORDER BY number LIMIT ?`,
  );
  const figures = sqlite.prepare(
    `SELECT log, count(*) AS entries, count(met.number) AS met, max(at) AS latest
      FROM entry LEFT JOIN met ON met.entryId = entry.id GROUP BY log ORDER BY log`,
  );
  const find = sqlite.prepare<[string, number], { id: number; isMet: number }>(
    `SELECT entry.id, number IS NOT NULL AS isMet FROM entry LEFT JOIN met ON met.entryId = entry.id
      WHERE pair = ? AND at = ?`,
  );
  const prove = sqlite.prepare("INSERT INTO met (entryId) VALUES (?)");
  const byCall = sqlite.prepare<[], { with: string; at: number } & Omit<ChartLine, "entity">>(
    `SELECT "with", max(at) AS at, band, mode, count(*) AS entries, count(met.number) AS met
      FROM entry LEFT JOIN met ON met.entryId = entry.id GROUP BY "with", band, mode ORDER BY band, mode`,
  );

  function hear({ ownCall, call, startedAt, band, mode, delay }: WorldEntry, now: number): void {
    const entry = { log: ownCall, with: call, at: secondsOf(startedAt), band, mode };
    expect.run({ due: now + delay, pair: pairOf(entry), at: entry.at });
  }

  return {
    keep: sqlite.transaction((entry: Entry, other: WorldEntry | null, now: number) => {
      if (keep.run({ ...entry, pair: pairOf(entry) }).changes === 0) return false;
      if (other !== null) hear(other, now);
      return true;
    }),
    hear,
    metAfter: sqlite.transaction((number: number, count: number, now: number) => {
      meet.run(now);
      const rows = read.all(number, count + 1) as Met[];
      return { met: rows.slice(0, count), end: rows.length <= count };
    }),
    prove: sqlite.transaction((entry: Entry, now: number) => {
      meet.run(now);
      const found = find.get(pairOf(entry), entry.at);
      if (found === undefined) return null;
      if (found.isMet === 1) return false;
      prove.run(found.id);
      return true;
    }),
    chart: sqlite.transaction((now: number) => {
      meet.run(now);
      const lines = new Map<string, ChartLine>();
      for (const { with: call, at, band, mode, entries, met } of byCall.all()) {
        const entity = resolve(call, at).entity?.code ?? null;
        const key = `${entity} ${band} ${mode}`;
        const line = lines.get(key) ?? { entity, band, mode, entries: 0, met: 0 };
        line.entries += entries;
        line.met += met;
        lines.set(key, line);
      }
      return [...lines.values()];
    }),
    figures: sqlite.transaction((now: number) => {
      meet.run(now);
      return figures.all() as LogFigures[];
    }),
    hurry: () => void sqlite.prepare("UPDATE other SET due = 0").run(),
    close: () => void sqlite.close(),
  };
}

/** What two entries of one contact have in common, whoever wrote them. */
function pairOf({ log, with: call, band, mode }: Entry): string {
  return [baseCall(log), baseCall(call), band, modeGroup(parseMode(mode)?.mode ?? mode)].join(" ");
}
