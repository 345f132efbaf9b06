import { ENTITIES_AWARD } from "../../core/award";
import type { EntityTable } from "../../core/contract";
import type { Context } from "../context";
import { done, type Result } from "../problem";

export function entityTable(context: Context, logbookId: number): Result<EntityTable> {
  const { store } = context;
  const rows = store.all(
    store.q
      .selectFrom("slot")
      .select(["item", "band", "modeGroup", "worked", "confirmed"])
      .where("logbookId", "=", logbookId)
      .where("award", "=", ENTITIES_AWARD.id),
  );
  const slots = rows.map(({ item, ...slot }) => ({ entityCode: Number(item), ...slot }));
  const confirmed = new Set(slots.filter((slot) => slot.confirmed > 0).map((slot) => slot.entityCode));
  return done({
    slots,
    totals: { worked: new Set(slots.map((slot) => slot.entityCode)).size, confirmed: confirmed.size },
  });
}
