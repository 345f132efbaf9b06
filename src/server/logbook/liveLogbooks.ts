import type { Store } from "../db/store";

/** The logbooks but those that were deleted and are on their way out. */
export function liveLogbooks({ q }: Store) {
  return q.selectFrom("logbook").where("goneAt", "is", null);
}
