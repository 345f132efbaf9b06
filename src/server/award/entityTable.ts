import { ENTITIES_AWARD } from "../../core/award";
import type { ModeGroup } from "../../core/band";
import type { Context } from "../context";
import { findLogbook } from "../logbook/logbooks";
import { done, type Result } from "../problem";

/** The entities award of a logbook: every slot that holds a contact. The interface adds names and order. */
export interface EntityTable {
  readonly slots: readonly { readonly entityCode: number; readonly band: string; readonly modeGroup: ModeGroup; readonly worked: number; readonly confirmed: number }[];
  /** Entities worked and confirmed at all. */
  readonly totals: { readonly worked: number; readonly confirmed: number };
}

export function entityTable(context: Context, logbookId: number): Result<EntityTable> {
  const logbook = findLogbook(context, logbookId);
  if (!logbook.ok) return logbook;
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
  return done({ slots, totals: { worked: new Set(slots.map((slot) => slot.entityCode)).size, confirmed: confirmed.size } });
}
