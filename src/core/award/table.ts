import type { EntityTable } from "../contract";
import { ENTITIES_AWARD, type Slot } from "./award";

/** The entities award's table, from its slots. */
export function tableOf(slots: EntityTable["slots"]): EntityTable {
  const worked = new Set(slots.map(({ entityCode }) => entityCode));
  const confirmed = new Set(slots.filter((slot) => slot.confirmed > 0).map(({ entityCode }) => entityCode));
  return { slots, totals: { worked: worked.size, confirmed: confirmed.size } };
}

/** The table after slots moved by so much. */
export function movedTable(table: EntityTable, moves: readonly Slot[]): EntityTable {
  const slots = new Map(table.slots.map((slot) => [keyOf(slot), slot]));
  for (const { award, item, band, modeGroup, worked, confirmed } of moves) {
    if (award !== ENTITIES_AWARD.id) continue;
    const slot = { entityCode: Number(item), band, modeGroup };
    const before = slots.get(keyOf(slot)) ?? { worked: 0, confirmed: 0 };
    const after = { ...slot, worked: before.worked + worked, confirmed: before.confirmed + confirmed };
    if (after.worked > 0) slots.set(keyOf(slot), after);
    else slots.delete(keyOf(slot));
  }
  return tableOf([...slots.values()]);
}

function keyOf({ entityCode, band, modeGroup }: { entityCode: number; band: string; modeGroup: string }): string {
  return `${entityCode} ${band} ${modeGroup}`;
}
