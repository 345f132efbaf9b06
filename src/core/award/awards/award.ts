import type { ModeGroup } from "../../band";
import type { Proof } from "../../confirm/channel";
import type { Gain } from "../gain";
import type { CompleteContact } from "../../contact";

/** What an award may look at of a contact. */
export type AwardFacts = Pick<
  CompleteContact,
  | "call"
  | "band"
  | "entityCode"
  | "continent"
  | "cqZone"
  | "ituZone"
  | "grid"
  | "state"
  | "island"
  | "summit"
  | "park"
  | "satellite"
> & { readonly modeGroup: ModeGroup };

type HoldingField = Exclude<keyof AwardFacts, "band" | "modeGroup">;

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
export interface Award<Id extends string = string> {
  readonly id: Id;
  /** With another number it is counted anew. */
  readonly version: number;
  /** What it counts, as its title: "CQ zones". */
  readonly name: string;
  /** One of them, as it stands in a sentence, and several: "zone", "zones". */
  readonly one: string;
  readonly many: string;
  /** What proves a contact for it. */
  readonly proofs: readonly Proof[];
  /** The items that a contact is worth: none, one, or several. */
  readonly itemsOf: (contact: AwardFacts) => readonly string[];
  /** All items that there are; null where nobody can list them. */
  readonly universe: readonly AwardItem[] | null;
  /** Where a contact holds an item: the field, and what of it stands there, as the number or somewhere in the text. */
  readonly heldIn: { readonly field: HoldingField; readonly part: (item: string) => string | number };
  /** Which gains of it are told when a contact is confirmed: items, bands of them, modes on a band. */
  readonly told: readonly Gain[];
  /** How many items make each step of it; none where there are no steps. */
  readonly levels: readonly number[];
}

/** Declares an award. */
export function defineAward<const Id extends string>(award: Award<Id>): Award<Id> {
  return award;
}

/** An item as the list of all has it; one that is in none is its own name. */
export function describeItem({ universe }: Pick<Award, "universe">, item: string): AwardItem {
  return universe?.find((one) => one.item === item) ?? { item, name: item, note: "", deleted: false };
}

/** What proves a contact where a card can be shown or a signature checked. */
export const SHOWN_OR_SIGNED: readonly Proof[] = ["paper", "signed"];
