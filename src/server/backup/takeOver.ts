import { compareWithBackup, type Standing } from "../../core/backup";
import { writeBatch } from "../logbook/batch";
import { contactsById } from "../logbook/contactRow";
import { liveLogbooks } from "../logbook/liveLogbooks";
import { beginAwards } from "../logbook/logbooks";
import type { Store } from "../db/store";
import { quietContext } from "../quietContext";

/** So many contacts are in memory, and in a transaction, at once. */
const PIECE = 500;

/** All contacts of a database, as far as it takes to know them again. */
export function standingsOf(store: Store): Standing[] {
  const columns = ["id", "logbookId", "call", "startedAt", "band", "mode", "revision"] as const;
  const live = liveLogbooks(store).select("id");
  return store.all(store.q.selectFrom("contact").select(columns).where("logbookId", "in", live).orderBy("id"));
}

/**
 * Which logbook of a backup each of the log's is; of one that came since, its number with a minus. A number alone does
 * not tell: after going back it may have been given again.
 */
export function homesIn(backup: Store, log: Store): ReadonlyMap<number, number> {
  const columns = ["id", "createdAt", "name"] as const;
  const then = backup.all(liveLogbooks(backup).select(columns));
  const now = log.all(liveLogbooks(log).select(columns));
  return new Map(
    now.map(({ id, createdAt, name }) => {
      const made = then.filter((one) => one.createdAt === createdAt);
      const home = made.find((one) => one.id === id) ?? made.find((one) => one.name === name);
      return [id, home?.id ?? -id];
    }),
  );
}

/** The contacts of the log, each in the logbook that it has in the backup. */
export function atHome(standings: readonly Standing[], homes: ReadonlyMap<number, number>): Standing[] {
  return standings.map((one) => ({ ...one, logbookId: homes.get(one.logbookId)! }));
}

/**
 * Takes contacts that a backup lacks over from the log, as batches of the journal, with all that is kept of each. Where
 * the backup lacks their logbook or site, it gets those as well. Run again, it takes what came since.
 *
 * @param at seconds since 1970 UTC
 * @returns how many
 */
export function takeOver(backup: Store, log: Store, summary: string, at: number): number {
  const standings = standingsOf(backup);
  const homes = homesIn(backup, log);
  const { onlyNow } = compareWithBackup(standings, atHome(standingsOf(log), homes));
  if (onlyNow.length === 0) return 0;
  const taken = new Set(standings.map(({ id }) => id));
  const sites = bringSites(backup, log);
  const context = quietContext(backup, "going back", () => at);
  for (const [home, contacts] of byLogbook(onlyNow)) {
    const logbookId = home > 0 ? home : bringLogbook(backup, log, -home);
    let batchId: number | null = null;
    for (let start = 0; start < contacts.length; start += PIECE) {
      const ids = contacts.slice(start, start + PIECE).map(({ id }) => id);
      writeBatch(context, { logbookId, kind: "import", summary, continues: batchId }, (writer) => {
        for (const contact of contactsById(log, ids)) {
          const here = { ...contact, logbookId, siteId: sites.has(contact.siteId) ? contact.siteId : null };
          if (taken.has(here.id)) writer.add(here);
          else writer.restore(here);
        }
        batchId = writer.batchId;
      });
    }
  }
  return onlyNow.length;
}

function byLogbook(standings: readonly Standing[]): ReadonlyMap<number, readonly Standing[]> {
  const parts = new Map<number, Standing[]>();
  for (const one of standings) {
    const part = parts.get(one.logbookId);
    if (part === undefined) parts.set(one.logbookId, [one]);
    else part.push(one);
  }
  return parts;
}

/** Brings the sites that came since; gives those that are the same in both. */
function bringSites(backup: Store, log: Store): ReadonlySet<number | null> {
  const { q } = log;
  const there = new Map(backup.all(q.selectFrom("site").selectAll()).map((site) => [site.id, site]));
  const same = new Set<number>();
  backup.transaction(() => {
    for (const site of log.all(q.selectFrom("site").selectAll())) {
      const known = there.get(site.id);
      // Its times would be those of a logbook that the backup may not have, or meet those of another site there.
      const chosenOnly = { ...site, logbookId: null, validFrom: null, validUntil: null };
      if (known === undefined) backup.run(q.insertInto("site").values(chosenOnly));
      if (known === undefined || (known.call === site.call && known.grid === site.grid)) same.add(site.id);
    }
  });
  return same;
}

/** Brings a logbook that came since, without its contacts; under its own number where that is free. */
function bringLogbook(backup: Store, log: Store, id: number): number {
  const { q } = log;
  const { id: _id, ...logbook } = log.first(q.selectFrom("logbook").selectAll().where("id", "=", id))!;
  const isTaken = backup.first(q.selectFrom("logbook").select("id").where("id", "=", id)) !== undefined;
  return backup.transaction(() => {
    const row = { ...logbook, contactCount: 0, ...(isTaken ? {} : { id }) };
    const brought = backup.run(q.insertInto("logbook").values(row)).lastId;
    beginAwards(backup, brought);
    return brought;
  });
}
