import type { Store } from "../db/store";

const OF_PEOPLE = ["person", "login", "session", "personRole", "invitation"] as const;

/**
 * Puts the people of the log as they are now in the place of those of a backup: who was removed since does not come
 * back with it, nor does a password that was changed. Where the log has none, as after a disk has died, they are those
 * of the backup, and sign in again.
 *
 * @param homes by the log's logbooks those of the backup; a role in one that it lacks is gone
 */
export function keepPeople(backup: Store, log: Store, homes: ReadonlyMap<number, number>): void {
  const has = log.first(log.q.selectFrom("person").select("id").limit(1)) !== undefined;
  backup.transaction(() => {
    backup.run(backup.q.deleteFrom("session"));
    keepWorkspaces(backup, log);
    if (!has) return;
    for (const table of [...OF_PEOPLE].reverse()) backup.run(backup.q.deleteFrom(table));
    for (const table of OF_PEOPLE) {
      for (const row of log.all(log.q.selectFrom(table).selectAll())) {
        const logbookId = "logbookId" in row && row.logbookId !== null ? homes.get(row.logbookId) : null;
        if (logbookId === undefined || (logbookId !== null && logbookId < 0)) continue;
        const kept = logbookId === null ? row : { ...row, logbookId };
        backup.run(backup.q.insertInto(table).values(kept));
      }
    }
  });
}

/** A workspace is as it was kept last, not as it was when the backup was made. */
function keepWorkspaces(backup: Store, log: Store): void {
  const { q } = backup;
  for (const { personId, name, body } of log.all(log.q.selectFrom("workspace").selectAll())) {
    const same = q.deleteFrom("workspace").where("name", "=", name);
    backup.run(same.where("personId", personId === null ? "is" : "=", personId));
    backup.run(q.insertInto("workspace").values({ personId, name, body }));
  }
}
