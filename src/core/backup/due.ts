/** How often a backup is made by itself, seconds; null for never. */
export const EVERY = { never: null, hour: 3600, sixHours: 6 * 3600, day: 86_400, week: 7 * 86_400 } as const;
export type Every = keyof typeof EVERY;

/** After so many times its interval a backup that was not made is missed. */
const PATIENCE = 2;

/**
 * Whether a backup is to be made.
 *
 * @param newest when the newest was made, seconds since 1970 UTC; null where there is none
 */
export function isDue(every: Every, newest: number | null, now: number): boolean {
  const seconds = EVERY[every];
  // A clock that was ahead once would put the next one off for long.
  return seconds !== null && (newest === null || now - newest >= seconds || newest > now);
}

/** Whether the newest backup is so old that one should be told. */
export function isOld(every: Every, newest: number | null, now: number): boolean {
  const seconds = EVERY[every];
  return seconds !== null && (newest === null || now - newest >= PATIENCE * seconds);
}
