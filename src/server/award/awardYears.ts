import { isProven } from "../../core/award";
import type { AwardYear } from "../../core/contract";
import type { Store } from "../db/store";
import { wholeLog } from "./countedContacts";
import { countedTogether } from "./countedTogether";
import { awardsOf } from "./ownAwards";

/**
 * How an award grew: by the end of each year, from the first contact on, how many items were worked, and confirmed. A
 * contact counts as confirmed from the day of its first confirmation, or its own where that has none.
 *
 * @param request until is the last year that is told
 */
export function awardYears(
  store: Store,
  { logbookId, award: id, until }: { readonly logbookId: number; readonly award: string; readonly until: number },
): AwardYear[] {
  const award = awardsOf(store, logbookId).find((one) => one.id === id);
  if (award === undefined) return [];
  const worked = new Map<string, string>();
  const confirmed = new Map<string, string>();
  const note = (first: Map<string, string>, item: string, day: string) => {
    const known = first.get(item);
    if (known === undefined || day < known) first.set(item, day);
  };
  for (const contact of wholeLog(store, countedTogether(store, logbookId))) {
    const day = contact.startedAt.slice(0, 10);
    for (const item of award.itemsOf(contact)) {
      note(worked, item, day);
      for (const one of contact.confirmations)
        if (isProven(award, { confirmations: [one] })) note(confirmed, item, one.receivedOn ?? day);
    }
  }
  return byYear(worked, confirmed, until);
}

function byYear(worked: Map<string, string>, confirmed: Map<string, string>, until: number): AwardYear[] {
  const yearOf = (day: string) => Number(day.slice(0, 4));
  const years = [...worked.values()].map(yearOf);
  if (years.length === 0) return [];
  const first = Math.min(...years);
  const upTo = (days: Map<string, string>, year: number) =>
    [...days.values()].filter((day) => yearOf(day) <= year).length;
  return Array.from({ length: Math.max(1, until - first + 1) }, (_, nth) => {
    const year = first + nth;
    return { year, worked: upTo(worked, year), confirmed: upTo(confirmed, year) };
  });
}
