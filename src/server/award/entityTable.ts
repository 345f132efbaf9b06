import { ENTITIES_AWARD, tableOf } from "../../core/award";
import type { EntityTable } from "../../core/contract";
import type { Context } from "../context";
import { newestEntry } from "../logbook/journal";
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
  return done(tableOf(slots, newestEntry(store)));
}
