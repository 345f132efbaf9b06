/** Days, hours and spans of time in words. All times are UTC. */

import type { Period } from "../contact";

export const MONTHS: readonly string[] = "Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec".split(" ");
export const WEEKDAYS: readonly string[] = "Sun Mon Tue Wed Thu Fri Sat".split(" ");

/** "23 Nov 21:40" this year, "23 Nov 2021" before; from an ISO time. */
export function shortTime(iso: string, thisYear: number): string {
  return `${dayText(iso)} ${Number(iso.slice(0, 4)) === thisYear ? iso.slice(11, 16) : iso.slice(0, 4)}`;
}

/** "2026-11-23 21:40", from an ISO time. */
export function fullTime(iso: string): string {
  return `${iso.slice(0, 10)} ${iso.slice(11, 16)}`;
}

/** "from 2026-11-20 14:00 to 2026-11-20 18:00", "from 2026-11-20 14:00 on", "until 2026-11-20 18:00"; "always". */
export function periodText({ validFrom, validUntil }: Period): string {
  if (validFrom === null) return validUntil === null ? "always" : `until ${fullTime(validUntil)}`;
  return validUntil === null
    ? `from ${fullTime(validFrom)} on`
    : `from ${fullTime(validFrom)} to ${fullTime(validUntil)}`;
}

/** "Mon 23 Nov", from an ISO time. */
export function weekdayText(iso: string): string {
  return `${WEEKDAYS[new Date(iso).getUTCDay()]} ${dayText(iso)}`;
}

function dayText(iso: string): string {
  return `${Number(iso.slice(8, 10))} ${MONTHS[Number(iso.slice(5, 7)) - 1]}`;
}

/** A span of time to the minute, in one or two units: "12 min", "4 h 12 min", "24 h", "3 days 4 h". */
export function spanText(seconds: number): string {
  const minutes = Math.round(Math.abs(seconds) / 60);
  const hours = Math.floor(minutes / 60);
  if (hours >= 48) return units([Math.floor(hours / 24), "day"], [hours % 24, "h"]);
  return units([hours, "h"], [minutes % 60, "min"]) || "0 min";
}

/** A span of time to the second, in all its units: "1 day 2 h 30 s". */
export function exactSpanText(seconds: number): string {
  const whole = Math.abs(seconds);
  return units(
    [Math.floor(whole / 86_400), "day"],
    [Math.floor(whole / 3600) % 24, "h"],
    [Math.floor(whole / 60) % 60, "min"],
    [whole % 60, "s"],
  );
}

function units(...parts: (readonly [number, string])[]): string {
  return parts
    .filter(([count]) => count > 0)
    .map(([count, unit]) => `${count} ${unit === "day" && count !== 1 ? "days" : unit}`)
    .join(" ");
}
