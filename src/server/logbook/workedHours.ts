import type { WorkedHours } from "../../core/contract";
import type { Context } from "../context";

/** So many of the newest contacts are looked at: of an entity that was worked more often they say enough. */
const MOST = 5000;
const HOUR = 3600;

/** At which hours of the day, and on which bands, an entity was worked; the newest contacts count. */
export function workedHours({ store }: Pick<Context, "store">, logbookId: number, entityCode: number): WorkedHours {
  const rows = store.all(
    store.q
      .selectFrom("contact")
      .select(["band", "startedAt"])
      .where("logbookId", "=", logbookId)
      .where("entityCode", "=", entityCode)
      .orderBy("startedAt", "desc")
      .limit(MOST),
  );
  const counts = new Map<string, { band: string; hour: number; contacts: number }>();
  for (const { band, startedAt } of rows) {
    const hour = Math.floor(startedAt / HOUR) % 24;
    const key = `${band} ${hour}`;
    const cell = counts.get(key) ?? { band, hour, contacts: 0 };
    counts.set(key, { ...cell, contacts: cell.contacts + 1 });
  }
  return { contacts: rows.length, items: [...counts.values()] };
}
