import type { Database } from "better-sqlite3";
import { isoTime } from "../../src/core/contact";
import type { HandedContact } from "../world/handIns";
import { fractionOf } from "../../src/core/random";

/** A credit of an award, with the contact that is to bring it. */
export interface LedgerCredit extends HandedContact {
  readonly award: string;
  readonly item: string;
  readonly on: string;
}
type Decision = { readonly state: "granted" | "refused"; readonly reason: string | null };
interface LedgerRow extends LedgerCredit {
  readonly place: number;
  readonly state: "claimed" | "granted" | "refused";
  readonly day: string;
  readonly claim: string | null;
  readonly reason: string | null;
}
interface ClaimResult {
  readonly award: string;
  readonly item: string;
  readonly on: string;
  readonly answer: "taken" | "known" | "refused";
  readonly claim: string | null;
  readonly reason: string | null;
}

/** What Lantern granted, and what was claimed. Times are seconds since 1970 UTC. */
export interface Ledger {
  /**
   * Takes a claim in; under the same reference it is the same one.
   *
   * @param isConfirmed whether others confirm each contact here; what is not is refused, unless a card shows it
   */
  claim(
    reference: string,
    credits: readonly (LedgerCredit & { readonly shownBy: "signed" | "paper" })[],
    isConfirmed: readonly boolean[],
    now: number,
  ): { readonly claim: string; readonly results: ClaimResult[] };
  /** Credits after a place, whenever they were decided. */
  after(
    place: number,
    limit: number,
    now: number,
  ): { readonly credits: (Omit<LedgerRow, "place"> & { readonly id: string })[]; cursor: number; more: boolean };
  /** How many credits are granted by award, for items as such, on each band, in each mode group. */
  totals(now: number): { readonly award: string; readonly on: string; readonly granted: number }[];
  /** Enters what was decided long ago. */
  enter(credit: LedgerCredit, decided: Decision & { readonly day: string; readonly claim: string | null }): void;
  /** Decides at once what is still to be decided. */
  hurry(): void;
}

/** @param pace how many seconds a simulated hour lasts */
export function openLedger(sqlite: Database, pace: number): Ledger {
  sqlite.exec(`
    CREATE TABLE IF NOT EXISTS claim (number INTEGER PRIMARY KEY AUTOINCREMENT, reference TEXT NOT NULL UNIQUE);
    CREATE TABLE IF NOT EXISTS credit (
      place INTEGER PRIMARY KEY AUTOINCREMENT, award TEXT NOT NULL, item TEXT NOT NULL, "on" TEXT NOT NULL,
      ownCall TEXT NOT NULL, call TEXT NOT NULL, startedAt TEXT NOT NULL, band TEXT NOT NULL, mode TEXT NOT NULL,
      claim TEXT, state TEXT NOT NULL, day TEXT NOT NULL, reason TEXT, due REAL, fate TEXT, fateReason TEXT);
    CREATE INDEX IF NOT EXISTS creditByItem ON credit (award, item, "on");`);
  const insert = sqlite.prepare(`
    INSERT INTO credit (award, item, "on", ownCall, call, startedAt, band, mode, claim, state, day, reason, due, fate, fateReason)
    VALUES (@award, @item, @on, @ownCall, @call, @startedAt, @band, @mode, @claim, @state, @day, @reason, @due, @fate, @fateReason)`);
  const holding = sqlite.prepare<[string, string, string], { claim: string | null }>(
    `SELECT claim FROM credit WHERE award = ? AND item = ? AND "on" = ? AND state != 'refused'`,
  );
  const decide = sqlite.prepare(`
    UPDATE credit SET state = fate, reason = fateReason, day = date(iif(due = 0, @now, due), 'unixepoch'), due = NULL
    WHERE due <= @now`);
  const read = sqlite.prepare<[number, number], LedgerRow>(`
    SELECT place, award, item, "on", state, day, claim, reason, ownCall, call, startedAt, band, mode
    FROM credit WHERE place > ? ORDER BY place LIMIT ?`);

  const columnsOf = ({ award, item, on, ownCall, call, startedAt, band, mode }: LedgerCredit) => ({
    ...{ award, item, on, ownCall, call, startedAt, band, mode },
  });
  function numberOf(reference: string): string {
    sqlite.prepare("INSERT OR IGNORE INTO claim (reference) VALUES (?)").run(reference);
    const number = sqlite.prepare("SELECT number FROM claim WHERE reference = ?").pluck().get(reference) as number;
    return `L${String(1000 + number)}`;
  }

  return {
    claim: sqlite.transaction<Ledger["claim"]>((reference, credits, isConfirmed, now) => {
      decide.run({ now });
      const claim = numberOf(reference);
      const results = credits.map((credit, at): ClaimResult => {
        const { award, item, on, shownBy } = credit;
        const held = holding.get(award, item, on);
        // The same claim that comes again was taken the first time.
        if (held !== undefined)
          return { award, item, on, answer: held.claim === claim ? "taken" : "known", claim: held.claim, reason: null };
        if (shownBy === "signed" && !isConfirmed[at])
          return { award, item, on, answer: "refused", claim, reason: "nobody confirms the contact here" };
        const { hours, state, reason } = fateOf(credit, shownBy);
        const fate = { due: now + hours * pace, fate: state, fateReason: reason };
        const today = isoTime(Math.floor(now)).slice(0, 10);
        insert.run({ ...columnsOf(credit), claim, state: "claimed", day: today, reason: null, ...fate });
        return { award, item, on, answer: "taken", claim, reason: null };
      });
      return { claim, results };
    }),
    after: sqlite.transaction((place: number, limit: number, now: number) => {
      decide.run({ now });
      const rows = read.all(place, limit + 1);
      const page = rows.slice(0, limit);
      return {
        credits: page.map(({ place: number, ...credit }) => ({ id: `C${number}`, ...credit })),
        cursor: page.at(-1)?.place ?? place,
        more: rows.length > limit,
      };
    }),
    totals: sqlite.transaction((now: number) => {
      decide.run({ now });
      return sqlite
        .prepare(
          `SELECT award, "on", count(*) AS granted FROM credit WHERE state = 'granted' GROUP BY award, "on" ORDER BY award, "on"`,
        )
        .all() as ReturnType<Ledger["totals"]>;
    }),
    enter(credit, { state, reason, day, claim }) {
      insert.run({ ...columnsOf(credit), claim, state, day, reason, due: null, fate: null, fateReason: null });
    },
    hurry: () => void sqlite.prepare("UPDATE credit SET due = 0 WHERE due IS NOT NULL").run(),
  };
}

/** What becomes of a contact that is claimed with, and after how many simulated hours: told from the contact alone. */
function fateOf({ call, startedAt, band }: LedgerCredit, shownBy: "signed" | "paper"): Decision & { hours: number } {
  const chance = fractionOf(`credit ${call} ${startedAt} ${band}`);
  const hours = shownBy === "signed" ? 12 + chance * 48 : 72 + chance * 72;
  const doubts = shownBy === "signed" ? 0.05 : 0.12;
  if (chance >= doubts) return { state: "granted", reason: null, hours };
  const reason = shownBy === "signed" ? "the other station's log names another place" : "the card shows no band";
  return { state: "refused", reason, hours };
}
