import { compareWithBackup, type Standing } from "../../core/backup";
import { writeBatch } from "../logbook/batch";
import { contactsById } from "../logbook/contactRow";
import { beginAwards, liveLogbooks } from "../logbook/logbooks";
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
 * Takes contacts that a backup lacks over from the log, as batches of the journal, with all that is kept of each. Where
 * the backup lacks their logbook or site, it gets those as well. Run again, it takes what came since.
 *
 * @param at seconds since 1970 UTC
 * @returns how many
 */
export function takeOver(backup: Store, log: Store, summary: string, at: number): number {
  const standings = standingsOf(backup);
  const { onlyNow } = compareWithBackup(standings, standingsOf(log));
  if (onlyNow.length === 0) return 0;
  const taken = new Set(standings.map(({ id }) => id));
  const sites = bringPlaces(backup, log);
  const context = quietContext(backup, "going back", () => at);
  for (const [logbookId, contacts] of byLogbook(onlyNow)) {
    let batchId: number | null = null;
    for (let start = 0; start < contacts.length; start += PIECE) {
      const ids = contacts.slice(start, start + PIECE).map(({ id }) => id);
      writeBatch(context, { logbookId, kind: "import", summary, continues: batchId }, (writer) => {
        for (const contact of contactsById(log, ids)) {
          const here = { ...contact, siteId: sites.has(contact.siteId) ? contact.siteId : null };
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
  for (const one of standings) parts.set(one.logbookId, [...(parts.get(one.logbookId) ?? []), one]);
  return parts;
}

/** Brings the sites and logbooks that came since; gives the sites that are the same in both. */
function bringPlaces(backup: Store, log: Store): ReadonlySet<number | null> {
  const { q } = log;
  const there = new Map(backup.all(q.selectFrom("site").selectAll()).map((site) => [site.id, site]));
  const same = new Set<number>();
  backup.transaction(() => {
    for (const site of log.all(q.selectFrom("site").selectAll())) {
      const known = there.get(site.id);
      if (known === undefined) backup.run(q.insertInto("site").values(site));
      if (known === undefined || (known.call === site.call && known.grid === site.grid)) same.add(site.id);
    }
    const logbooks = new Set(backup.values(q.selectFrom("logbook").select("id")));
    for (const logbook of log.all(liveLogbooks(log).selectAll())) {
      if (logbooks.has(logbook.id)) continue;
      backup.run(q.insertInto("logbook").values({ ...logbook, contactCount: 0 }));
      beginAwards(backup, logbook.id);
    }
  });
  return same;
}
