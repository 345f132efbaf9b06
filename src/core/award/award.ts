import { bandLabel, type ModeGroup } from "../band";
import { CHANNELS, type Confirmation, isConfirmed } from "../confirm/channel";
import type { Award, AwardFacts } from "./awards/award";

/** One cell of progress: an award's item on a band in a mode group, with how many contacts fill it. */
export interface Slot {
  readonly award: string;
  readonly item: string;
  readonly band: string;
  readonly modeGroup: ModeGroup;
  readonly worked: number;
  readonly confirmed: number;
}

export type SlotFacts = AwardFacts & {
  readonly confirmations: readonly Pick<Confirmation, "channel" | "received">[];
};

const PROOF_OF = new Map(CHANNELS.map(({ id, proof }) => [id, proof]));

/** Whether what a contact has proves it for an award. */
export function isProven(award: Pick<Award, "proofs">, { confirmations }: Pick<SlotFacts, "confirmations">): boolean {
  return confirmations.some((one) => award.proofs.includes(PROOF_OF.get(one.channel)!) && isConfirmed(one));
}

/** The slots of awards that one contact fills, each with worked 1 and confirmed 0 or 1. */
export function slotsOf(awards: readonly Award[], contact: SlotFacts): Slot[] {
  const { band, modeGroup } = contact;
  return awards.flatMap((award) => {
    const items = award.itemsOf(contact);
    if (items.length === 0) return [];
    const confirmed = isProven(award, contact) ? 1 : 0;
    return items.map((item) => ({ award: award.id, item, band, modeGroup, worked: 1, confirmed }));
  });
}

/** What a contact would add: never worked, new in this slot, worked but not confirmed, confirmed. */
export type Worth = "fresh" | "wanted" | "hold" | "safe";

export interface WorthReading {
  readonly worth: Worth;
  /** In a few words, for people: "15 m is new for Faroe Islands". */
  readonly text: string;
}

type Cell = Pick<Slot, "band" | "modeGroup" | "worked" | "confirmed">;

/** The state of a set of slots taken together: the marks of the matrix, the table and the map. */
export function stateOf(cells: readonly Pick<Cell, "worked" | "confirmed">[]): "none" | "hold" | "safe" {
  if (cells.some((cell) => cell.confirmed > 0)) return "safe";
  return cells.some((cell) => cell.worked > 0) ? "hold" : "none";
}

/**
 * What one more contact on this band in this mode group is worth for an item, given the item's slots.
 *
 * @param told what is new for the award: where a band or a mode is not, one counts for all
 */
export function worthOf(
  { told }: Pick<Award, "told">,
  cells: readonly Cell[],
  band: string,
  group: ModeGroup,
  name: string,
): WorthReading {
  const [byBand, byMode] = [told.includes("band"), told.includes("mode")];
  const worked = cells.filter((cell) => cell.worked > 0);
  const slot = worked.filter((cell) => (!byBand || cell.band === band) && (!byMode || cell.modeGroup === group));
  if (worked.length === 0) return { worth: "fresh", text: `${name} was never worked` };
  if (slot.length === 0) {
    const onBand = !byBand || worked.some((cell) => cell.band === band);
    const inGroup = !byMode || worked.some((cell) => cell.modeGroup === group);
    const what = !onBand ? bandLabel(band) : !inGroup ? group : `${bandLabel(band)} ${group}`;
    return { worth: "wanted", text: `${what} is new for ${name}` };
  }
  const on = [...(byBand ? [bandLabel(band)] : []), ...(byMode ? [group] : [])].join(" ");
  const where = on === "" ? name : `${name} on ${on}`;
  return stateOf(slot) === "safe"
    ? { worth: "safe", text: `${where} is confirmed` }
    : { worth: "hold", text: `${where} is worked, not confirmed` };
}
