/** Seconds since 1970 UTC of an ISO time. */
export function secondsOf(iso: string): number {
  if (iso === latestTime) return latestSeconds;
  latestTime = iso;
  latestSeconds = Math.floor(Date.parse(iso) / 1000);
  return latestSeconds;
}

// One contact's time is asked for several times on its way into the log.
let latestTime = "";
let latestSeconds = NaN;

/** The ISO time of seconds since 1970 UTC, to the second. */
export function isoTime(seconds: number): string {
  return `${new Date(seconds * 1000).toISOString().slice(0, 19)}Z`;
}
