import { type AwardRules, isProven, ownAwards } from "../../core/award";
import type { AwardTried } from "../../core/contract";
import type { Store } from "../db/store";
import { wholeLog } from "./countedContacts";
import { countedTogether } from "./countedTogether";
import { rulesOf } from "./ownAwards";

const LISTED = 50;

/** What an award would count in a log as it stands, in place of a kept one of the same id. The rules are sound. */
export function tryAward(
  store: Store,
  { logbookId, rules }: { readonly logbookId: number; readonly rules: AwardRules },
): AwardTried {
  const others = rulesOf(store, logbookId).filter(({ id }) => id !== rules.id);
  const award = ownAwards([...others, rules]).find(({ id }) => id === rules.id)!;
  const items = new Map<string, { contacts: number; confirmed: boolean }>();
  let contacts = 0;
  for (const contact of wholeLog(store, countedTogether(store, logbookId))) {
    const own = award.itemsOf(contact);
    if (own.length > 0) contacts++;
    for (const item of own) {
      const known = items.get(item) ?? { contacts: 0, confirmed: false };
      items.set(item, { contacts: known.contacts + 1, confirmed: known.confirmed || isProven(award, contact) });
    }
  }
  const all = [...items].map(([item, found]) => ({ item, ...found }));
  return {
    contacts,
    worked: all.length,
    confirmed: all.filter(({ confirmed }) => confirmed).length,
    items: all.sort((a, b) => b.contacts - a.contacts || a.item.localeCompare(b.item)).slice(0, LISTED),
  };
}
