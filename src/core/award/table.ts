import type { EntityTable } from "../contract";
import { ENTITIES_AWARD, type Slot } from "./award";

/** The entities award's table, from its slots as they are with an entry of the journal. */
export function tableOf(slots: EntityTable["slots"], upTo: number): EntityTable {
  const worked = new Set(slots.map(({ entityCode }) => entityCode));
  const confirmed = new Set(slots.filter((slot) => slot.confirmed > 0).map(({ entityCode }) => entityCode));
  return { slots, upTo, totals: { worked: worked.size, confirmed: confirmed.size } };
}

/** The table as it was fetched, after slots moved by so much; as it is, where that was counted in. */
export function movedTable(table: EntityTable, moves: readonly Slot[], upTo: number): EntityTable {
  if (upTo <= table.upTo) return table;
  const slots = new Map(table.slots.map((slot) => [keyOf(slot), slot]));
  for (const { award, item, band, modeGroup, worked, confirmed } of moves) {
    if (award !== ENTITIES_AWARD.id) continue;
    const slot = { entityCode: Number(item), band, modeGroup };
    const before = slots.get(keyOf(slot)) ?? { worked: 0, confirmed: 0 };
    const after = { ...slot, worked: before.worked + worked, confirmed: before.confirmed + confirmed };
    if (after.worked > 0) slots.set(keyOf(slot), after);
    else slots.delete(keyOf(slot));
  }
  // Of two changes the later one may be heard of first: what was fetched is all that is known to be counted in.
  return tableOf([...slots.values()], table.upTo);
}

function keyOf({ entityCode, band, modeGroup }: { entityCode: number; band: string; modeGroup: string }): string {
  return `${entityCode} ${band} ${modeGroup}`;
}
