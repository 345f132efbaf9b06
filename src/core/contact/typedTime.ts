/** A day and a time of day, UTC, as they stand in a paper log: "2026-11-23" and "21:40". */
export interface Moment {
  readonly day: string;
  readonly clock: string;
}

/**
 * A day as typed, short or long, seen from another: "2026-11-23", "11-23" of the same year, "23" of the same month,
 * "+1" and "-1". Null for what is no day.
 */
export function parseDay(typed: string, from: string): string | null {
  const text = typed.trim();
  if (text === "") return from;
  const [year = "", month = ""] = from.split("-");
  if (/^[+-]\d{1,4}$/.test(text)) return stepDay(from, Number(text));
  const [, y, m, d] = /^(?:(\d{4})-)?(?:(\d{1,2})-)?(\d{1,2})$/.exec(text) ?? /^(\d{4})(\d\d)(\d\d)$/.exec(text) ?? [];
  if (d === undefined || (y !== undefined && m === undefined)) return null;
  const day = `${y ?? year}-${(m ?? month).padStart(2, "0")}-${d.padStart(2, "0")}`;
  const at = Date.parse(`${day}T00:00:00Z`);
  return Number.isNaN(at) || new Date(at).toISOString().slice(0, 10) !== day ? null : day;
}

/** A time of day as typed, seen from another: "2140", "940", "21:40", "214007", or the minute alone of the same hour. */
export function parseClock(typed: string, from: string): string | null {
  const text = typed.trim();
  if (text === "") return from;
  const match = /^(?:(\d{1,2}):?)?(\d\d)$/.exec(text) ?? /^(\d\d):?(\d\d):?(\d\d)$/.exec(text) ?? /^()(\d)$/.exec(text);
  if (match === null) return null;
  const [, hours = "", minutes = "", seconds] = match;
  const clock = [hours === "" ? from.slice(0, 2) : hours, minutes, seconds]
    .filter((part) => part !== undefined)
    .map((part) => part.padStart(2, "0"))
    .join(":");
  return /^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?$/.test(clock) ? clock : null;
}

export function stepDay(day: string, by: number): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) + by * 86_400_000).toISOString().slice(0, 10);
}

/** A moment some minutes later or earlier; over midnight the day goes with it. */
export function stepMinutes({ day, clock }: Moment, by: number): Moment {
  const iso = new Date(Date.parse(`${day}T${clock.slice(0, 5)}:00Z`) + by * 60_000).toISOString();
  return { day: iso.slice(0, 10), clock: iso.slice(11, 16) };
}

export function isoOf({ day, clock }: Moment): string {
  return `${day}T${clock.length === 5 ? `${clock}:00` : clock}Z`;
}

/** An ISO time from one that is typed in full, "2026-11-23 21:40", also with seconds; null for what is none. */
export function parseFullTime(typed: string): string | null {
  const [, day, clock, seconds = ":00"] = /^(\d{4}-\d\d-\d\d)[ T](\d\d:\d\d)(:\d\d)?Z?$/.exec(typed.trim()) ?? [];
  return day === undefined ? null : `${day}T${clock}${seconds}Z`;
}
