import { isConfirmed } from "@/core/confirm";
import type { StoredContact } from "@/core/contract";

/** One label: the contacts that go on a card to one station. */
export interface Label {
  readonly call: string;
  /** "bureau", "direct", or "". */
  readonly via: string;
  readonly contacts: readonly StoredContact[];
  /** Whether no card of theirs came yet. */
  readonly pleaseAnswer: boolean;
}

/** As many contacts as a label has lines for. */
const LINES = 4;

/** Labels for contacts, in the order in which cards are written and sorted: by way, then by call, then by time. */
export function labelsFor(contacts: readonly StoredContact[]): Label[] {
  const stations = new Map<string, StoredContact[]>();
  for (const contact of contacts) {
    const key = `${viaOf(contact)}\n${contact.call}\n${contact.ownCall ?? ""}`;
    stations.set(key, [...(stations.get(key) ?? []), contact]);
  }
  const keys = [...stations.keys()].sort();
  return keys.flatMap((key) => {
    const [via = "", call = ""] = key.split("\n");
    const ofStation = stations.get(key)!.toSorted((a, b) => (a.startedAt < b.startedAt ? -1 : 1));
    const labels: Label[] = [];
    for (let start = 0; start < ofStation.length; start += LINES) {
      const some = ofStation.slice(start, start + LINES);
      labels.push({ call, via, contacts: some, pleaseAnswer: !some.some(hasTheirs) });
    }
    return labels;
  });
}

/** How a contact stands with cards; undefined where nothing is known. */
export function cardOf(contact: StoredContact) {
  return contact.confirmations.find(({ channel }) => channel === "card");
}

function viaOf(contact: StoredContact): string {
  return cardOf(contact)?.sentVia ?? "";
}

function hasTheirs(contact: StoredContact): boolean {
  const card = cardOf(contact);
  return card !== undefined && isConfirmed(card);
}
