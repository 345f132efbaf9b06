import { bandOfFrequency } from "../../core/band";
import type { RadioMode, RadioState } from "../../core/radio";
import type { Context } from "../context";

/** What of a radio's state is remembered for each band and mode. */
export const REMEMBERED = ["frequencyHz", "mode", "widthHz", "watts"] as const;
type Remembered = Pick<RadioState, (typeof REMEMBERED)[number]>;

/** How a radio was set when it was last on a band. */
export interface BandMemory {
  /** Keeps how it is set, where it is on an amateur band. */
  keep(state: RadioState): Promise<void>;
  /** How it was set on a band: in a mode where it was in it there, or else whatever it was last. */
  last(band: string, mode: RadioMode | null): Remembered | null;
}

export function bandMemory({ store, write }: Pick<Context, "store" | "write">, linkId: number): BandMemory {
  return {
    async keep({ frequencyHz, mode, widthHz, watts }) {
      const band = frequencyHz === null ? undefined : bandOfFrequency(frequencyHz);
      if (band === undefined || frequencyHz === null || mode === null) return;
      const set = { frequencyHz, widthHz, watts, usedAt: Date.now() };
      const row = { linkId, band: band.name, mode, ...set };
      await write(() => {
        // The link may have been removed meanwhile.
        if (store.first(store.q.selectFrom("link").select("id").where("id", "=", linkId)) === undefined) return;
        store.run(
          store.q
            .insertInto("bandMemory")
            .values(row)
            .onConflict((conflict) => conflict.columns(["linkId", "band", "mode"]).doUpdateSet(set)),
        );
      });
    },
    last(band, mode) {
      const rows = store.all(
        store.q
          .selectFrom("bandMemory")
          .select(REMEMBERED)
          .where("linkId", "=", linkId)
          .where("band", "=", band)
          .orderBy("usedAt", "desc"),
      );
      const row = rows.find((one) => one.mode === mode) ?? rows[0];
      return row === undefined ? null : { ...row, mode: row.mode as RadioMode };
    },
  };
}
