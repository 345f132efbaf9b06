import { awardById, type Gain, gainOf, type Slot, slotsOf } from "../../core/award";
import type { FetchReport, StoredContact } from "../../core/contract";
import type { Store } from "../db/store";

const LISTED = 100;

/**
 * Notes what contacts that are confirmed within one batch add to the awards. The slots of the database are those of
 * before the batch until it ends.
 */
export function createGains(
  store: Store,
  logbookId: number,
  gains: FetchReport["gains"],
): (before: StoredContact, after: StoredContact) => void {
  const slotsBefore = store.prepare<Pick<Slot, "band" | "modeGroup" | "confirmed">>(
    store.q
      .selectFrom("slot")
      .select(["band", "modeGroup", "confirmed"])
      .where("logbookId", "=", logbookId)
      .where("award", "=", "")
      .where("item", "=", ""),
  );
  /** Confirmed earlier within the batch, by award and item. */
  const since = new Map<string, Slot[]>();

  function note(award: string, gain: Gain, item: string, band: string): void {
    let known = gains.find((one) => one.award === award && one.gain === gain);
    if (known === undefined) gains.push((known = { award, gain, count: 0, first: [] }));
    if (++known.count <= LISTED) known.first.push({ item, band });
  }

  return (before, after) => {
    const proved = new Set(slotsOf(before).flatMap(({ award, confirmed }) => (confirmed > 0 ? [award] : [])));
    for (const slot of slotsOf(after)) {
      const { award, item, confirmed } = slot;
      if (confirmed === 0 || proved.has(award)) continue;
      const key = `${award} ${item}`;
      const added = since.get(key) ?? [];
      const gain = gainOf([...slotsBefore.all(logbookId, award, item), ...added], slot);
      since.set(key, [...added, slot]);
      if (gain !== null && awardById(award)?.told.includes(gain)) note(award, gain, item, slot.band);
    }
  };
}
