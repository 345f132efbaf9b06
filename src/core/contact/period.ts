/** A time with both ends, or one, or none: ISO in UTC to the second, the end not in it. */
export interface Period {
  readonly validFrom: string | null;
  readonly validUntil: string | null;
}

// Times of one form are in order as texts are.
const FIRST = "";
const LAST = "~";

/** Whether a period begins before it ends. */
export function isForward(from: string | null, until: string | null): boolean {
  return (from ?? FIRST) < (until ?? LAST);
}

/** Whether a moment lies in a period. */
export function isWithin(at: string, { validFrom, validUntil }: Period): boolean {
  return (validFrom ?? FIRST) <= at && at < (validUntil ?? LAST);
}

/** Whether there is a moment that lies in both. */
export function periodsMeet(one: Period, other: Period): boolean {
  return isForward(one.validFrom, other.validUntil) && isForward(other.validFrom, one.validUntil);
}
