import type { Proof } from "../../confirm/channel";
import type { Point } from "../../geo";
import type { Gain } from "../gain";
import type { CompleteContact } from "../../contact";

/** What an award may look at of a contact. */
export type AwardFacts = Pick<
  CompleteContact,
  | "call"
  | "baseCall"
  | "startedAt"
  | "band"
  | "mode"
  | "submode"
  | "modeGroup"
  | "entityCode"
  | "cqZone"
  | "ituZone"
  | "grid"
  | "state"
  | "island"
  | "summit"
  | "park"
  | "satellite"
  | "ownCall"
  | "ownGrid"
  | "siteId"
  | "power"
> & { readonly continent: string | null };

type HoldingField =
  | "baseCall"
  | "call"
  | "entityCode"
  | "continent"
  | "cqZone"
  | "ituZone"
  | "grid"
  | "state"
  | "island"
  | "summit"
  | "park"
  | "satellite";

/** One of the things that an award counts. */
export interface AwardItem {
  readonly item: string;
  readonly name: string;
  /** What stands behind the name in small: a prefix, an abbreviation. */
  readonly note: string;
  /** It counts no more for new contacts. */
  readonly deleted: boolean;
}

/** An award: all that there is to say of it. */
export interface Award {
  readonly id: string;
  /** With another number it is counted anew. */
  readonly version: number;
  /** What it counts, as its title: "CQ zones". */
  readonly name: string;
  /** One of them, as it stands in a sentence, and several: "zone", "zones". */
  readonly one: string;
  readonly many: string;
  /** What stands behind their names in small, as the head of its column; none where nothing does. */
  readonly noteTitle?: string;
  /** What proves a contact for it. */
  readonly proofs: readonly Proof[];
  /** The items that a contact is worth: none, one, or several. */
  readonly itemsOf: (contact: AwardFacts) => readonly string[];
  /** All items that there are; null where nobody can list them. */
  readonly universe: readonly AwardItem[] | null;
  /** Where a contact holds an item: the field, and what of it stands there, as the number or somewhere in the text. */
  readonly heldIn: { readonly field: HoldingField; readonly part: (item: string) => string | number };
  /** Where an item lies, where that is known without a contact. */
  readonly placeOf?: (item: string) => Point | null;
  /** Its items are squares of grids, and have a size on a map. */
  readonly isOfSquares?: true;
  /** What is new for it: an item, a band of one, a mode on a band. Told of what is confirmed, and of what is on the air. */
  readonly told: readonly Gain[];
  /** How many items make each step of it; none where there are no steps. */
  readonly levels: readonly number[];
}

const BY_ITEM = new WeakMap<NonNullable<Award["universe"]>, ReadonlyMap<string, AwardItem>>();

/** An item as the list of all has it; undefined where there is a list, and it is not in it, and where there is none. */
export function listedItem({ universe }: Pick<Award, "universe">, item: string): AwardItem | undefined {
  if (universe === null) return undefined;
  let byItem = BY_ITEM.get(universe);
  if (byItem === undefined) BY_ITEM.set(universe, (byItem = new Map(universe.map((one) => [one.item, one]))));
  return byItem.get(item);
}

/** An item as the list of all has it; one that is in none is its own name. */
export function describeItem(award: Pick<Award, "universe">, item: string): AwardItem {
  return listedItem(award, item) ?? { item, name: item, note: "", deleted: false };
}

/** What proves a contact where a card can be shown or a signature checked. */
export const SHOWN_OR_SIGNED: readonly Proof[] = ["paper", "signed"];
