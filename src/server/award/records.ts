import { distanceOf, ENTITIES_AWARD } from "../../core/award";
import type { RecordContact, Records } from "../../core/contract";
import type { Store } from "../db/store";
import { type CountedContact, wholeLog } from "./countedContacts";

const DAYS = 10;

/**
 * The records of a log: the farthest contact on each band in each mode group, that with the most kilometres a watt on
 * each band, the first with each entity, and the days with the most contacts. Of equals the earlier one.
 */
export function records(store: Store, { logbookId }: { readonly logbookId: number }): Records {
  const farthest = new Map<string, Records["farthest"][number]>();
  const byWatt = new Map<string, Records["byWatt"][number]>();
  const first = new Map<string, CountedContact>();
  const days = new Map<string, number>();
  const isEarlier = (contact: CountedContact, than: RecordContact) => contact.startedAt < than.startedAt;
  for (const contact of wholeLog(store, logbookId)) {
    const { band, modeGroup, power, startedAt } = contact;
    const day = startedAt.slice(0, 10);
    days.set(day, (days.get(day) ?? 0) + 1);
    for (const item of ENTITIES_AWARD.itemsOf(contact)) {
      const known = first.get(item);
      if (known === undefined || isEarlier(contact, known)) first.set(item, contact);
    }
    const distance = distanceOf(contact);
    if (distance === null) continue;
    const key = `${band} ${modeGroup}`;
    const known = farthest.get(key);
    if (
      known === undefined ||
      distance.km > known.km ||
      (distance.km === known.km && isEarlier(contact, known.contact))
    )
      farthest.set(key, { band, modeGroup, ...distance, contact: briefly(contact) });
    if (power === null || power <= 0) continue;
    const kmPerWatt = distance.km / power;
    const best = byWatt.get(band);
    if (best === undefined || kmPerWatt > best.kmPerWatt)
      byWatt.set(band, { band, kmPerWatt, ...distance, power, contact: briefly(contact) });
  }
  return {
    farthest: [...farthest.values()],
    byWatt: [...byWatt.values()],
    firsts: [...first].map(([item, contact]) => ({ item, contact: briefly(contact) })),
    days: [...days]
      .map(([day, contacts]) => ({ day, contacts }))
      .sort((a, b) => b.contacts - a.contacts || a.day.localeCompare(b.day))
      .slice(0, DAYS),
  };
}

function briefly({ id, call, startedAt, band, mode, submode }: CountedContact): RecordContact {
  return { id, call, startedAt, band, mode, submode };
}
