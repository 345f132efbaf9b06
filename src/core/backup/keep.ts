import { z } from "zod";

const MOST = 400;
const times = z.int().min(0).max(MOST);

/** How many backups are kept: the newest, and of so many days, weeks and months the last one each. */
export const keepRuleSchema = z.strictObject({
  newest: times.min(1, "keep one at least"),
  days: times,
  weeks: times,
  months: times,
});
export type KeepRule = z.output<typeof keepRuleSchema>;

export const USUAL_RULE: KeepRule = { newest: 6, days: 7, weeks: 5, months: 12 };

const DAY = 86_400;
/** The first Monday, 1970-01-05, days after 1970-01-01. */
const FIRST_MONDAY = 4;

const dayOf = (at: number) => Math.floor(at / DAY);
/** Weeks begin on Monday, UTC. */
const weekOf = (at: number) => Math.floor((dayOf(at) - FIRST_MONDAY) / 7);
function monthOf(at: number): number {
  const time = new Date(at * 1000);
  return time.getUTCFullYear() * 12 + time.getUTCMonth();
}

/**
 * Which backups a rule keeps, by when they were made, seconds since 1970 UTC. Days, weeks and months without any do not
 * count: after a long break the old ones are still there.
 */
export function kept(madeAt: readonly number[], { newest, days, weeks, months }: KeepRule): ReadonlySet<number> {
  const lastFirst = [...new Set(madeAt)].sort((a, b) => b - a);
  const keep = new Set(lastFirst.slice(0, newest));
  for (const [most, spanOf] of [
    [days, dayOf],
    [weeks, weekOf],
    [months, monthOf],
  ] as const) {
    const seen = new Set<number>();
    for (const at of lastFirst) {
      if (seen.has(spanOf(at))) continue;
      if (seen.size >= most) break;
      seen.add(spanOf(at));
      keep.add(at);
    }
  }
  return keep;
}
