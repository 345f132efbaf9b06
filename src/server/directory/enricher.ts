import { type EnrichedContact, type Enriched, type Proposal, proposalsFor } from "../../core/directory";
import type { EnrichChoice } from "../../core/contract";
import type { Store } from "../db/store";
import { listingOf } from "./listings";

/** A contact as it is enriched; what it is called elsewhere in the log is looked up. */
export type ToEnrich = Omit<EnrichedContact, "names">;

/** A fact of a contact as one text. */
export function cellName(contactId: number, fact: Enriched): string {
  return `${contactId} ${fact}`;
}

/** Says what contacts would get of what directories said; remembers what it read of each station. */
export function enricherOf(
  store: Store,
  logbookId: number,
  { way, facts, directories }: EnrichChoice,
): (contact: ToEnrich) => Proposal[] {
  const stations = new Map<string, { readonly by: Parameters<typeof proposalsFor>[1]; readonly names: string[] }>();

  function stationOf(baseCall: string) {
    const known = stations.get(baseCall);
    if (known !== undefined) return known;
    const by = (listingOf(store, baseCall)?.by ?? []).filter(({ directory }) => directories.includes(directory));
    const named = store.q
      .selectFrom("contact")
      .select("name")
      .distinct()
      .where("logbookId", "=", logbookId)
      .where("baseCall", "=", baseCall)
      .where("name", "is not", null)
      .limit(NAMES);
    const names = by.some(({ listing }) => listing.name !== null)
      ? store.values(named).flatMap((name) => name ?? [])
      : [];
    const station = { by, names };
    stations.set(baseCall, station);
    return station;
  }

  return (contact) => {
    const { by, names } = stationOf(contact.baseCall);
    return by.length === 0 ? [] : proposalsFor({ ...contact, names }, by, { way, facts });
  };
}

/** So many names that a station has in the log are looked at. */
const NAMES = 8;
