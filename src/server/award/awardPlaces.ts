import { placeOfContact } from "../../core/award";
import type { AwardPlace } from "../../core/contract";
import type { Store } from "../db/store";
import { wholeLog } from "./countedContacts";
import { countedTogether } from "./countedTogether";
import { awardsOf } from "./ownAwards";

/** Where the items of an award lie: at the grid of a contact with one, the last that has it, or in its entity. */
export function awardPlaces(
  store: Store,
  { logbookId, award: id }: { readonly logbookId: number; readonly award: string },
): AwardPlace[] {
  const award = awardsOf(store, logbookId).find((one) => one.id === id);
  if (award === undefined) return [];
  const places = new Map<string, AwardPlace & { readonly exact: boolean }>();
  for (const contact of wholeLog(store, countedTogether(store, logbookId)))
    for (const item of award.itemsOf(contact)) {
      const known = places.get(item);
      const place = placeOfContact(contact);
      if (place === null || (known?.exact === true && !place.exact)) continue;
      places.set(item, { item, ...place });
    }
  return [...places.values()].map(({ item, latitude, longitude }) => ({ item, latitude, longitude }));
}
