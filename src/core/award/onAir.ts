import { islandFault, parkFault, summitFault } from "../reference/forms";
import { type Slot, worthOf, type WorthReading } from "./award";
import { type Award, type AwardFacts, describeItem } from "./awards/award";

/** What may be known of a station besides its call. */
export type KnownOnAir = Pick<AwardFacts, "grid" | "state" | "island" | "summit" | "park" | "satellite">;

export const NOTHING_KNOWN: KnownOnAir = {
  grid: null,
  state: null,
  island: null,
  summit: null,
  park: null,
  satellite: null,
};

/** What a station gave of itself, after one more contact with it: what it does not say again still holds. */
export type Given = Pick<KnownOnAir, "grid" | "state" | "island">;
export function givenAfter(before: Given | undefined, { grid, state, island }: Given): Given {
  return {
    grid: grid ?? before?.grid ?? null,
    state: state ?? before?.state ?? null,
    island: island ?? before?.island ?? null,
  };
}

/** A station on the air, where its call places it, and from where we would work it. */
export interface OnAir extends Pick<AwardFacts, "call" | "band" | "mode" | "submode" | "modeGroup"> {
  /** ISO. */
  readonly at: string;
  readonly place: Pick<AwardFacts, "continent" | "cqZone" | "ituZone"> & {
    readonly base: string;
    readonly entity: { readonly code: number } | null;
  };
  readonly known: KnownOnAir;
  readonly site: { readonly id: number; readonly call: string; readonly grid: string; readonly power: number | null };
}

/** A station on the air as awards look at the contact that it would be. */
export function factsOnAir({ at, place, known, site, call, band, mode, submode, modeGroup }: OnAir): AwardFacts {
  const { base, entity, continent, cqZone, ituZone } = place;
  const own = { ownCall: site.call, ownGrid: site.grid, siteId: site.id, power: site.power };
  const theirs = { call, baseCall: base, entityCode: entity?.code ?? null, continent, cqZone, ituZone, ...known };
  return { startedAt: at, band, mode, submode, modeGroup, ...theirs, ...own };
}

/** What a contact would be worth for one award, by one of its items. */
export interface AwardWorth extends WorthReading {
  readonly award: string;
  /** The award's name. */
  readonly name: string;
  readonly item: string;
}

/** What a contact would be worth for each of some awards, in their order. */
export function worthsOf(
  awards: readonly Award[],
  facts: AwardFacts,
  worthFor: (award: Award, item: string) => WorthReading,
): AwardWorth[] {
  return awards.flatMap((award) =>
    award.itemsOf(facts).map((item) => ({ award: award.id, name: award.name, item, ...worthFor(award, item) })),
  );
}

/** What one item of an award is worth on a band in a mode group, given its slots. */
export function worthOfItem(
  award: Award,
  item: string,
  cells: readonly Pick<Slot, "band" | "modeGroup" | "worked" | "confirmed">[],
  { band, modeGroup }: Pick<AwardFacts, "band" | "modeGroup">,
): WorthReading {
  return worthOf(award, cells, band, modeGroup, describeItem(award, item).name);
}

const RANKS: Readonly<Record<WorthReading["worth"], number>> = { fresh: 0, wanted: 1, hold: 2, safe: 3 };

/** Those that a contact would be worth the most for first. */
export function byWorth(worths: readonly AwardWorth[]): AwardWorth[] {
  return [...worths].sort((a, b) => RANKS[a.worth] - RANKS[b.worth]);
}

/** The most that a contact would be worth; which award that is for is said where there are several. */
export function bestWorth(worths: readonly AwardWorth[], followed: number): WorthReading | null {
  const [best] = worths.length > 1 ? byWorth(worths) : worths;
  if (best === undefined) return null;
  const { worth, name, text } = best;
  return { worth, text: followed > 1 ? `${name}: ${text}` : text };
}

/** A grid that is a courtesy: the end of a contact. */
const FAREWELL = "RR73";

/** Receivers say the same again and again: so many different remarks are remembered. */
const MOST_REMARKS = 5000;
const remarks = new Map<string, Partial<KnownOnAir>>();

/** What the remark of an announcement says of where a station is: its grid, or a reference. */
export function knownFromRemark(remark: string): Partial<KnownOnAir> {
  let known = remarks.get(remark);
  if (known === undefined) {
    if (remarks.size >= MOST_REMARKS) remarks.clear();
    remarks.set(remark, (known = knownIn(remark)));
  }
  return known;
}

function knownIn(remark: string): Partial<KnownOnAir> {
  const known: { -readonly [Key in keyof KnownOnAir]?: KnownOnAir[Key] } = {};
  for (const word of remark.toUpperCase().split(/[^A-Z0-9/@-]+/)) {
    if (/^[A-R]{2}[0-9]{2}([A-X]{2})?$/.test(word) && word !== FAREWELL) known.grid ??= word;
    else if (islandFault(word) === null) known.island ??= word;
    else if (summitFault(word) === null) known.summit ??= word;
    else if (parkFault(word) === null) known.park ??= word;
  }
  return known;
}
