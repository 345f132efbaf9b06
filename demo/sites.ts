import { isoTime } from "../src/core/contact";
import { siteInputSchema } from "../src/core/contract";
import type { Context } from "../src/server/context";
import { addSite } from "../src/server/logbook/sites";
import { FIRST_CALL, formerUntil, HOME, TRIP } from "./generate";

/** The other places of the log, by the call that they were operated under: home under the first call, and a cabin. */
export function seedSites(context: Context, logbookId: number): ReadonlyMap<string, number> {
  const former = { name: `${HOME.name}, first call`, grid: HOME.grid, call: FIRST_CALL, antennas: "dipole" };
  const until = isoTime(formerUntil(context.now()));
  return new Map(
    [
      { ...former, logbookId, validUntil: until },
      { ...TRIP, antennas: "40m: dipole; 20m-10m: vertical" },
    ].map((site) => {
      const added = addSite(context, siteInputSchema.parse(site));
      if (!added.ok) throw new Error(added.problem.detail);
      return [added.value.call, added.value.id];
    }),
  );
}
