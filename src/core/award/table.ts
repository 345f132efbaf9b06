import type { AwardTable } from "../contract";
import type { Award } from "./awards/award";
import type { Slot } from "./award";

/** An award's table, from its slots as they are with an entry of the journal. */
export function tableOf(award: string, slots: AwardTable["slots"], upTo: number, isCounted: boolean): AwardTable {
  const worked = new Set(slots.map(({ item }) => item));
  const confirmed = new Set(slots.filter((slot) => slot.confirmed > 0).map(({ item }) => item));
  return { award, slots, upTo, isCounted, totals: { worked: worked.size, confirmed: confirmed.size } };
}

/** The table as it was fetched, after slots moved by so much; as it is, where that was counted in. */
export function movedTable(table: AwardTable, moves: readonly Slot[], upTo: number): AwardTable {
  const own = moves.filter(({ award }) => award === table.award);
  if (upTo <= table.upTo || own.length === 0) return table;
  const slots = new Map(table.slots.map((slot) => [keyOf(slot), slot]));
  for (const { item, band, modeGroup, worked, confirmed } of own) {
    const slot = { item, band, modeGroup };
    const before = slots.get(keyOf(slot)) ?? { worked: 0, confirmed: 0 };
    const after = { ...slot, worked: before.worked + worked, confirmed: before.confirmed + confirmed };
    if (after.worked > 0) slots.set(keyOf(slot), after);
    else slots.delete(keyOf(slot));
  }
  // Of two changes the later one may be heard of first: what was fetched is all that is known to be counted in.
  return tableOf(table.award, [...slots.values()], table.upTo, table.isCounted);
}

function keyOf({ item, band, modeGroup }: Pick<Slot, "item" | "band" | "modeGroup">): string {
  return `${item} ${band} ${modeGroup}`;
}

/** How many items the next step of an award takes; null where there is none beyond. */
export function nextLevel({ levels }: Pick<Award, "levels">, reached: number): number | null {
  return levels.find((level) => level > reached) ?? null;
}
