import { type Channel, CHANNELS, isConfirmed } from "@/core/confirm";
import { FACT_GROUPS, type FactField, factText } from "@/core/contact";
import type { Slot } from "@/core/award";
import type { StoredContact } from "@/core/contract";
import { EMPTY_LISTING, type Listing } from "@/core/directory";
import { entityByCode } from "@/core/entity";

/** A fact that a station gave, and when it was given last. */
interface Said {
  readonly label: string;
  readonly text: string;
  /** ISO. */
  readonly at: string;
  /** Others that it gave before, the newest first. */
  readonly before: readonly string[];
}

/** What follows from the call alone, or belongs to a single contact. */
const NOT_SAID: ReadonlySet<string> = new Set(["entityCode", "continent", "cqZone", "ituZone"]);
const THEIRS: readonly FactField[] = FACT_GROUPS.flatMap(({ fields }) => fields).filter(
  ({ group, key }) => group === "theirs" && !NOT_SAID.has(key),
);

const THEIRS_LISTED = FACT_GROUPS.flatMap(({ fields }) => fields).filter(
  ({ group, key }) => group === "theirs" && key in EMPTY_LISTING,
);

/** What a station said of itself in its contacts, which are in order, the newest first. */
export function saidIn(contacts: readonly StoredContact[]): Said[] {
  return THEIRS.flatMap(({ key, kind, label }) => {
    const given = contacts.flatMap((contact) => {
      const text = textOf(kind, contact[key]);
      return text === "" ? [] : [{ text, at: contact.startedAt }];
    });
    const [newest] = given;
    if (newest === undefined) return [];
    const before = [...new Set(given.map(({ text }) => text))].filter((text) => text !== newest.text);
    return [{ label, ...newest, before }];
  });
}

/** What a directory says of a station, as labels and texts. */
export function listedFacts(listing: Listing): (readonly [label: string, text: string])[] {
  const { latitude, longitude, confirmsOnline } = listing;
  const coordinates =
    latitude === null || longitude === null ? null : `${latitude.toFixed(3)}, ${longitude.toFixed(3)}`;
  const facts = THEIRS_LISTED.map(({ key, label }) => [label, listing[key as keyof Listing]] as const);
  const confirms = confirmsOnline === null ? null : confirmsOnline ? "online" : "not online";
  return [...facts, ["Coordinates", coordinates] as const, ["Confirms", confirms] as const].flatMap(([label, value]) =>
    value === null ? [] : [[label, String(value)] as const],
  );
}

function textOf(kind: FactField["kind"], value: string | number | null): string {
  return kind === "entity" ? (entityByCode(Number(value))?.name ?? "") : factText(kind, value);
}

/** Contacts by band and mode group, as an award's slots are. */
export function slotsOf(
  contacts: readonly StoredContact[],
): Pick<Slot, "band" | "modeGroup" | "worked" | "confirmed">[] {
  const slots = new Map<
    string,
    { band: string; modeGroup: StoredContact["modeGroup"]; worked: number; confirmed: number }
  >();
  for (const { band, modeGroup, confirmations } of contacts) {
    const name = `${band} ${modeGroup}`;
    const slot = slots.get(name) ?? { band, modeGroup, worked: 0, confirmed: 0 };
    slots.set(name, slot);
    slot.worked++;
    if (confirmations.some(isConfirmed)) slot.confirmed++;
  }
  return [...slots.values()];
}

/** How contacts stand on each channel that something is known of. */
export function standingsOf(contacts: readonly StoredContact[]): {
  readonly channel: Channel;
  readonly name: string;
  readonly sent: number;
  readonly confirmed: number;
  readonly waiting: number;
}[] {
  return CHANNELS.map(({ id, name }) => {
    const known = contacts.flatMap(({ confirmations }) => confirmations.filter(({ channel }) => channel === id));
    return {
      ...{ channel: id, name },
      sent: known.filter(({ sent }) => sent === "sent").length,
      confirmed: known.filter(isConfirmed).length,
      waiting: known.filter(({ sent }) => sent === "waiting" || sent === "wanted").length,
    };
  }).filter(({ sent, confirmed, waiting }) => sent + confirmed + waiting > 0);
}
