import { type Gain, gainOf, type Slot, slotsOf } from "../../core/award";
import type { FetchReport, StoredContact } from "../../core/contract";
import { awardsOf } from "../award/ownAwards";
import { slotsOfItem } from "../award/slotsOfItem";
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
  const awards = awardsOf(store, logbookId);
  /** Confirmed earlier within the batch, by award and item. */
  const since = new Map<string, Slot[]>();

  function note(award: string, gain: Gain, item: string, band: string): void {
    let known = gains.find((one) => one.award === award && one.gain === gain);
    if (known === undefined) gains.push((known = { award, gain, count: 0, first: [] }));
    if (++known.count <= LISTED) known.first.push({ item, band });
  }

  return (before, after) => {
    const proved = new Set(slotsOf(awards, before).flatMap(({ award, confirmed }) => (confirmed > 0 ? [award] : [])));
    for (const slot of slotsOf(awards, after)) {
      const { award, item, confirmed } = slot;
      if (confirmed === 0 || proved.has(award)) continue;
      const key = `${award} ${item}`;
      const added = since.get(key) ?? [];
      const gain = gainOf([...slotsOfItem(store, logbookId, award, item), ...added], slot);
      since.set(key, [...added, slot]);
      if (gain !== null && awards.find(({ id }) => id === award)!.told.includes(gain))
        note(award, gain, item, slot.band);
    }
  };
}
