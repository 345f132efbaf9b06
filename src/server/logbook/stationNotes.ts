import { baseCall, parseCallsign } from "../../core/callsign";
import type { Context } from "../context";
import type { Store } from "../db/store";
import { done, invalid, type Result } from "../problem";

/** What the operator keeps about a station, under whichever designators it is heard. */
export function noteOf(store: Store, logbookId: number, base: string): string | null {
  return (
    store.first(
      store.q.selectFrom("stationNote").select("text").where("logbookId", "=", logbookId).where("baseCall", "=", base),
    )?.text ?? null
  );
}

/** Keeps a note about a station; an empty one takes it away. */
export function keepNote(
  context: Context,
  logbookId: number,
  call: string,
  text: string,
): Result<{ readonly baseCall: string; readonly text: string | null }> {
  const callsign = parseCallsign(call);
  if (!callsign.ok) return invalid([{ field: "call", text: callsign.reason }]);
  const { store } = context;
  const base = baseCall(call);
  const changedAt = context.now();
  if (text === "") {
    store.run(store.q.deleteFrom("stationNote").where("logbookId", "=", logbookId).where("baseCall", "=", base));
    return done({ baseCall: base, text: null });
  }
  store.run(
    store.q
      .insertInto("stationNote")
      .values({ logbookId, baseCall: base, text, changedAt })
      .onConflict((conflict) => conflict.columns(["logbookId", "baseCall"]).doUpdateSet({ text, changedAt })),
  );
  return done({ baseCall: base, text });
}
