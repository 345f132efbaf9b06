import {
  type Award,
  factsOnAir,
  isProven,
  type Given,
  givenAfter,
  knownFromRemark,
  NOTHING_KNOWN,
} from "../../core/award";
import { modeGroup } from "../../core/band";
import { isoTime } from "../../core/contact";
import type { CallPlace, Missing } from "../../core/contract";
import { regionOf } from "../../core/entity";
import { placeWhileTyping } from "../../core/reading";
import { createLedger } from "../../core/spot";
import type { Store } from "../db/store";
import { exceptionsByCall } from "../directory/callExceptions";
import { listingOf } from "../directory/listings";
import { siteAt } from "../logbook/sites";
import { KEPT_FOR, spotsSince } from "../spot/keptSpots";
import { type CountedContact, wholeLog } from "./countedContacts";
import { countedTogether } from "./countedTogether";
import { awardsOf } from "./ownAwards";

const LISTED = 500;
type Item = Missing["items"][number];
type Likely = NonNullable<Item["ask"]>["likely"];

/**
 * What lacks of an award, the easiest first: what was announced within the last day, the more often the sooner; then
 * what was worked and could be asked for, those who are likely to confirm first; then what was worked; then the rest.
 *
 * @param request now is in seconds since 1970 UTC
 */
export function awardMissing(
  store: Store,
  { logbookId, award: id, now }: { readonly logbookId: number; readonly award: string; readonly now: number },
): Missing {
  const award = awardsOf(store, logbookId).find((one) => one.id === id);
  if (award === undefined) return { total: 0, items: [] };
  const { confirmed, open, gave } = unconfirmed(store, logbookId, award);
  const heard = heardLately(store, logbookId, award, gave, now);
  const listed = award.universe?.filter(({ deleted }) => !deleted).map(({ item }) => item) ?? [];
  const lacking = [...new Set([...listed, ...open.keys(), ...heard.keys()])].filter((item) => !confirmed.has(item));
  const items = lacking.map((item) => ({
    item,
    contacts: open.get(item)?.contacts ?? 0,
    heard: heard.get(item) ?? null,
    ask: open.get(item)?.ask ?? null,
  }));
  return { total: items.length, items: items.sort(byEase).slice(0, LISTED) };
}

function byEase(a: Item, b: Item): number {
  return (
    (b.heard?.count ?? 0) - (a.heard?.count ?? 0) ||
    Number(b.ask?.likely != null) - Number(a.ask?.likely != null) ||
    Number(b.ask !== null) - Number(a.ask !== null) ||
    b.contacts - a.contacts ||
    a.item.localeCompare(b.item, "en", { numeric: true })
  );
}

/** The items that are confirmed; of the others those that were worked, with whom to ask; and what stations gave. */
function unconfirmed(store: Store, logbookId: number, award: Award) {
  const confirmed = new Set<string>();
  const worked = new Map<string, CountedContact[]>();
  const confirming = new Set<string>();
  const gave = new Map<string, Given>();
  for (const contact of wholeLog(store, countedTogether(store, logbookId))) {
    gave.set(contact.call, givenAfter(gave.get(contact.call), contact));
    const isConfirmed = isProven(award, contact);
    if (isConfirmed) confirming.add(contact.baseCall);
    for (const item of award.itemsOf(contact)) {
      if (isConfirmed) confirmed.add(item);
      else if (!confirmed.has(item)) {
        const known = worked.get(item);
        if (known === undefined) worked.set(item, [contact]);
        else known.push(contact);
      }
    }
  }
  for (const item of confirmed) worked.delete(item);
  const listed = new Map<string, Likely>();
  const likelyOf = (baseCall: string): Likely => {
    if (confirming.has(baseCall)) return "confirmed before";
    let likely = listed.get(baseCall);
    if (likely === undefined) {
      likely = listingOf(store, baseCall)?.confirmsOnline === true ? "confirms online" : null;
      listed.set(baseCall, likely);
    }
    return likely;
  };
  const open = new Map<string, { readonly contacts: number; readonly ask: Item["ask"] }>();
  for (const [item, contacts] of worked)
    open.set(item, { contacts: contacts.length, ask: likeliest(store, contacts, likelyOf) });
  return { confirmed, open, gave };
}

/** Of some contacts that with the station that is the likeliest to confirm, and of its contacts the last. */
function likeliest(
  store: Store,
  contacts: readonly CountedContact[],
  likelyOf: (baseCall: string) => Likely,
): Item["ask"] {
  const said = contacts.map(({ id, logbookId, call, baseCall, startedAt, band }) => ({
    ...{ contactId: id, logbookId, call, startedAt, band },
    likely: likelyOf(baseCall),
  }));
  const rank = ({ likely }: (typeof said)[number]) => (likely === "confirmed before" ? 2 : likely === null ? 0 : 1);
  const [best] = said.sort((a, b) => rank(b) - rank(a) || b.startedAt.localeCompare(a.startedAt));
  return best === undefined ? null : { ...best, askedAt: askedAt(store, best.contactId) };
}

function askedAt(store: Store, contactId: number): string | null {
  const row = store.first(
    store.q.selectFrom("asked").select("at").where("contactId", "=", contactId).orderBy("at", "desc").limit(1),
  );
  return row === undefined ? null : isoTime(row.at);
}

/** What was announced within the last day, by the items that it is worth. */
function heardLately(
  store: Store,
  logbookId: number,
  award: Award,
  gave: ReadonlyMap<string, Given>,
  now: number,
): Map<string, NonNullable<Item["heard"]>> {
  const site = siteAt(store, logbookId, isoTime(now));
  const exceptions = exceptionsByCall(store);
  const places = new Map<string, CallPlace>();
  const heard = new Map<string, NonNullable<Item["heard"]>>();
  const ledger = createLedger(() => regionOf(site.entityCode) ?? 2);
  for (const one of spotsSince({ store }, now - KEPT_FOR)) ledger.take(one);
  for (const spot of [...ledger.spots()].sort((a, b) => a.lastAt - b.lastAt)) {
    const { call, band, mode, submode, frequencyHz } = spot;
    let place = places.get(call);
    if (place === undefined) places.set(call, (place = placeWhileTyping(call, now, exceptions)));
    const at = isoTime(spot.lastAt);
    const known = { ...NOTHING_KNOWN, ...gave.get(call), ...knownFromRemark(spot.remark) };
    const facts = factsOnAir({ call, band, mode, submode, modeGroup: modeGroup(mode), at, place, known, site });
    for (const item of award.itemsOf(facts)) {
      const count = (heard.get(item)?.count ?? 0) + spot.count;
      heard.set(item, { count, at, call, frequencyHz, band, mode, submode });
    }
  }
  return heard;
}
