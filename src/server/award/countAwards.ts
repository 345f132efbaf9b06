import { type Slot, slotsOf } from "../../core/award";
import type { CountReport } from "../../core/contract";
import type { Store } from "../db/store";
import { inSteps, type JobRun } from "../jobs/jobRun";
import { countedContacts } from "./countedContacts";
import { countedTo, forgetCount, keepCounted } from "./counted";
import { awardsOf } from "./ownAwards";
import { moveSlot } from "./slotMover";

const PIECE = 100;

/**
 * Counts what is not counted yet in the awards of a logbook, in short steps, from where each award is. An award whose
 * version is another one is counted anew from the beginning.
 */
export async function countAwards(run: JobRun<CountReport, CountReport>): Promise<CountReport> {
  const { context, logbookId } = run;
  const { store } = context;
  const report = run.resumed ?? { counted: 0 };
  const total = store.first(
    store.q.selectFrom("logbook").select("contactCount").where("id", "=", logbookId),
  )!.contactCount;
  beginAnew(store, logbookId);
  await inSteps(run, (isTime) => {
    let more = true;
    do {
      const counted = countPiece(store, logbookId);
      report.counted += counted;
      more = counted > 0;
    } while (more && isTime());
    run.checkpoint(report, report, Math.min(report.counted, total), total);
    return more;
  });
  return report;
}

/** Lets go what was counted by another version, award by award. */
function beginAnew(store: Store, logbookId: number): void {
  const { q } = store;
  const rows = store.all(q.selectFrom("awardCount").selectAll().where("logbookId", "=", logbookId));
  const stale = awardsOf(store, logbookId).filter(
    ({ id, version }) => !rows.some((row) => row.award === id && row.version === version),
  );
  for (const award of stale)
    store.transaction(() => {
      forgetCount(store, logbookId, award.id);
      keepCounted(store, logbookId, award, 0);
    });
}

/** Counts the next contacts, and gives how many; where there are none all are counted. */
function countPiece(store: Store, logbookId: number): number {
  const upTo = countedTo(store);
  const behind = awardsOf(store, logbookId).filter(({ id }) => upTo(logbookId, id) !== Infinity);
  if (behind.length === 0) return 0;
  const from = Math.min(...behind.map(({ id }) => upTo(logbookId, id)));
  const contacts = countedContacts(store, logbookId, from, PIECE);
  const uncounted = (contactId: number) => behind.filter(({ id }) => contactId > upTo(logbookId, id));
  const last = contacts.at(-1)?.id ?? null;
  const slots = new Map<string, Slot>();
  for (const contact of contacts)
    for (const slot of slotsOf(uncounted(contact.id), contact)) {
      const key = `${slot.award}\n${slot.item}\n${slot.band}\n${slot.modeGroup}`;
      const sum = slots.get(key) ?? { ...slot, worked: 0, confirmed: 0 };
      slots.set(key, { ...slot, worked: sum.worked + 1, confirmed: sum.confirmed + slot.confirmed });
    }
  for (const slot of slots.values()) moveSlot(store, logbookId, slot);
  for (const award of behind) {
    const own: number = upTo(logbookId, award.id);
    keepCounted(store, logbookId, award, last === null ? null : Math.max(own, last));
  }
  return contacts.length;
}
