import { bandLabel, type ModeGroup } from "../band";
import { CHANNELS, type Confirmation, isConfirmed, type Proof } from "../confirm/channel";

/** An award, as data: what it counts, and what proves a contact for it. */
export interface Award {
  readonly id: string;
  readonly name: string;
  /** The fact of a contact that is counted. */
  readonly counts: "entityCode";
  readonly proofs: readonly Proof[];
}

export const ENTITIES_AWARD: Award = {
  id: "entities",
  name: "Entities",
  counts: "entityCode",
  proofs: ["paper", "signed"],
};

export const AWARDS: readonly Award[] = [ENTITIES_AWARD];

/** One cell of progress: an award's item on a band in a mode group, with how many contacts fill it. */
export interface Slot {
  readonly award: string;
  readonly item: string;
  readonly band: string;
  readonly modeGroup: ModeGroup;
  readonly worked: number;
  readonly confirmed: number;
}

export interface SlotFacts {
  readonly entityCode: number | null;
  readonly band: string;
  readonly modeGroup: ModeGroup;
  readonly confirmations: readonly Pick<Confirmation, "channel" | "received">[];
}

const PROOF_OF = new Map(CHANNELS.map(({ id, proof }) => [id, proof]));

function proves(award: Award, channel: Confirmation["channel"]): boolean {
  return award.proofs.includes(PROOF_OF.get(channel)!);
}

/** The slots that one contact fills, each with worked 1 and confirmed 0 or 1. */
export function slotsOf(contact: SlotFacts): Slot[] {
  return AWARDS.flatMap((award) => {
    const item = contact[award.counts];
    if (item === null) return [];
    const confirmed = contact.confirmations.some(
      (confirmation) => proves(award, confirmation.channel) && isConfirmed(confirmation),
    );
    const { band, modeGroup } = contact;
    return [{ award: award.id, item: String(item), band, modeGroup, worked: 1, confirmed: confirmed ? 1 : 0 }];
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

/** What one more contact on this band in this mode group is worth for an item, given the item's slots. */
export function worthOf(cells: readonly Cell[], band: string, group: ModeGroup, name: string): WorthReading {
  const worked = cells.filter((cell) => cell.worked > 0);
  const slot = worked.filter((cell) => cell.band === band && cell.modeGroup === group);
  if (worked.length === 0) return { worth: "fresh", text: `${name} was never worked` };
  if (slot.length === 0) {
    const onBand = worked.some((cell) => cell.band === band);
    const inGroup = worked.some((cell) => cell.modeGroup === group);
    const what = !onBand ? bandLabel(band) : !inGroup ? group : `${bandLabel(band)} ${group}`;
    return { worth: "wanted", text: `${what} is new for ${name}` };
  }
  const where = `${name} on ${bandLabel(band)} ${group}`;
  return stateOf(slot) === "safe"
    ? { worth: "safe", text: `${where} is confirmed` }
    : { worth: "hold", text: `${where} is worked, not confirmed` };
}
