import Database from "better-sqlite3";
import { mkdirSync } from "node:fs";
import { dirname } from "node:path";
import { CONFIRM_TOLERANCE, secondsOf } from "../../src/core/contact";
import { modeGroup, parseMode } from "../../src/core/band";
import { baseCall } from "../../src/core/callsign";
import type { HandedContact, WorldEntry } from "../world/handIns";
import { type Authority, openAuthority } from "./authority";
import { type Ledger, openLedger } from "./ledger";
import { openRegistry, type Registry } from "./registry";
import { contactKey } from "./rules";

interface ArchivedStatement {
  readonly id: string;
  readonly ownCall: string;
  readonly call: string;
  readonly startedAt: string;
  readonly band: string;
  readonly mode: string;
}

/** What Lantern keeps: contacts handed in, and the statements of others in the order they came to light. */
export interface Archive {
  /** False when the contact was there already. What the other station has of it is `entry`. */
  take(contact: HandedContact, entry: WorldEntry | null, now: number): boolean;
  /** Another station's log has an entry, whether or not we have handed in ours; told again it is the same one. */
  hear(entry: WorldEntry, now: number): void;
  /** Statements after the cursor, once those that are due have come to light. */
  since(
    cursor: number,
    limit: number,
    now: number,
  ): { readonly statements: ArchivedStatement[]; readonly cursor: number; readonly more: boolean };
  /** What was handed in of each of our calls, how much of it others confirm, and the newest. */
  account(now: number): { readonly call: string; contacts: number; confirmed: number; lastAt: string | null }[];
  /** Which of some contacts others confirm, each as it was given. */
  confirms(contacts: readonly HandedContact[], now: number): boolean[];
  /** How many different contacts were handed in. */
  count(): number;
  readonly authority: Authority;
  readonly registry: Registry;
  readonly ledger: Ledger;
  /** Brings everything to light that is still to come. */
  hurry(): void;
  close(): void;
}

/**
 * @param now seconds since 1970 UTC
 * @param pace how many seconds a simulated hour lasts
 */
export async function openArchive(file: string, now: number, pace: number): Promise<Archive> {
  if (file !== ":memory:") mkdirSync(dirname(file), { recursive: true });
  const sqlite = new Database(file);
  sqlite.pragma("journal_mode = WAL");
  sqlite.pragma("synchronous = OFF");
  sqlite.exec(`
    CREATE TABLE IF NOT EXISTS handed (key TEXT PRIMARY KEY) WITHOUT ROWID;
    CREATE TABLE IF NOT EXISTS heard (key TEXT PRIMARY KEY) WITHOUT ROWID;
    CREATE TABLE IF NOT EXISTS coming (
      id INTEGER PRIMARY KEY AUTOINCREMENT, due REAL NOT NULL,
      ownCall TEXT NOT NULL, call TEXT NOT NULL, startedAt TEXT NOT NULL, band TEXT NOT NULL, mode TEXT NOT NULL);
    CREATE INDEX IF NOT EXISTS comingByDue ON coming (due);
    CREATE TABLE IF NOT EXISTS authority (
      name TEXT PRIMARY KEY, certificate TEXT NOT NULL, key TEXT NOT NULL) WITHOUT ROWID;
    CREATE TABLE IF NOT EXISTS statement (
      place INTEGER PRIMARY KEY AUTOINCREMENT,
      ownCall TEXT NOT NULL, call TEXT NOT NULL, startedAt TEXT NOT NULL, band TEXT NOT NULL, mode TEXT NOT NULL);`);
  const hand = sqlite.prepare("INSERT OR IGNORE INTO handed (key) VALUES (?)");
  const expect = sqlite.prepare(
    "INSERT INTO coming (due, ownCall, call, startedAt, band, mode) VALUES (@due, @ownCall, @call, @startedAt, @band, @mode)",
  );
  const reveal = sqlite.prepare(
    "INSERT INTO statement (ownCall, call, startedAt, band, mode) SELECT ownCall, call, startedAt, band, mode FROM coming WHERE due <= ? ORDER BY due, id",
  );
  const forget = sqlite.prepare("DELETE FROM coming WHERE due <= ?");
  const read = sqlite.prepare("SELECT * FROM statement WHERE place > ? ORDER BY place LIMIT ?");

  const remember = sqlite.prepare("INSERT OR IGNORE INTO heard (key) VALUES (?)");

  const comesLater = ({ delay, ...statement }: WorldEntry, now: number) =>
    void expect.run({ ...statement, due: now + delay });
  const hear = sqlite.transaction((entry: WorldEntry, now: number) => {
    const { call, ownCall, startedAt, band, mode } = entry;
    if (remember.run([call, ownCall, startedAt, band, mode].join(" ")).changes > 0) comesLater(entry, now);
  });
  const take = sqlite.transaction((contact: HandedContact, entry: WorldEntry | null, now: number) => {
    if (hand.run(contactKey(contact)).changes === 0) return false;
    if (entry !== null) comesLater(entry, now);
    return true;
  });
  const since = sqlite.transaction((cursor: number, limit: number, now: number) => {
    reveal.run(now);
    forget.run(now);
    const rows = read.all(cursor, limit + 1) as (Omit<ArchivedStatement, "id"> & { place: number })[];
    const page = rows.slice(0, limit);
    return {
      statements: page.map(({ place, ...statement }) => ({ id: `L${place}`, ...statement })),
      cursor: page.at(-1)?.place ?? cursor,
      more: rows.length > limit,
    };
  });
  const authority = await openAuthority(
    {
      read: (name) => sqlite.prepare("SELECT certificate, key FROM authority WHERE name = ?").get(name) as never,
      keep: (name, { certificate, key }) =>
        void sqlite.prepare("INSERT OR IGNORE INTO authority VALUES (?, ?, ?)").run(name, certificate, key),
    },
    now,
  );
  const registry = openRegistry(sqlite, authority, pace);
  const ledger = openLedger(sqlite, pace);
  /** When others say that they worked one of our calls, by what a contact must share with that. */
  function toldTimes(now: number): ReadonlyMap<string, readonly number[]> {
    reveal.run(now);
    forget.run(now);
    const told = new Map<string, number[]>();
    for (const statement of sqlite.prepare("SELECT * FROM statement").all() as ArchivedStatement[]) {
      const key = sharedKey(statement);
      told.set(key, [...(told.get(key) ?? []), secondsOf(statement.startedAt)]);
    }
    return told;
  }

  return {
    authority,
    registry,
    ledger,
    take,
    hear,
    since,
    confirms(contacts, now) {
      const told = toldTimes(now);
      return contacts.map((contact) => isNear(told.get(sharedKey(contact)), contact.startedAt));
    },
    account(now) {
      const told = toldTimes(now);
      const lines = new Map<string, { call: string; contacts: number; confirmed: number; lastAt: string | null }>();
      for (const key of sqlite.prepare("SELECT key FROM handed").pluck().all() as string[]) {
        const [call = "", base, minute, band, group] = key.split(" ");
        const at = `${minute}:00Z`;
        const line = lines.get(call) ?? { call, contacts: 0, confirmed: 0, lastAt: null };
        lines.set(call, line);
        line.contacts++;
        if (line.lastAt === null || at > line.lastAt) line.lastAt = at;
        if (isNear(told.get([call, base, band, group].join(" ")), at)) line.confirmed++;
      }
      return [...lines.values()];
    },
    count: () => sqlite.prepare("SELECT count(*) FROM handed").pluck().get() as number,
    hurry() {
      sqlite.prepare("UPDATE coming SET due = 0").run();
      registry.hurry();
      ledger.hurry();
    },
    close: () => void sqlite.close(),
  };
}

/** What a contact and a statement about it have in common. */
function sharedKey({ ownCall, call, band, mode }: HandedContact): string {
  return [ownCall, baseCall(call), band, modeGroup(parseMode(mode)?.mode ?? mode)].join(" ");
}

function isNear(times: readonly number[] = [], at: string): boolean {
  return times.some((time) => Math.abs(time - secondsOf(at)) <= CONFIRM_TOLERANCE);
}
