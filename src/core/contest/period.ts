import { type Rules, type Session, WEEKDAYS } from "./rules";

/** From when to when a contest runs, seconds since 1970 UTC; the end is no longer part of it. */
export interface Period {
  readonly from: number;
  readonly to: number;
}

const DAY = 86_400;
const HOUR = 3600;

/**
 * When a contest runs in a year, in order of time; empty in a year without it.
 *
 * @example the last full weekend of October 2026 begins 2026-10-24T00:00:00Z
 */
export function periodsIn({ when }: Pick<Rules, "when">, year: number): Period[] {
  if ("fixed" in when) {
    return when.fixed
      .map(({ from, to }) => ({ from: Date.parse(from) / 1000, to: Date.parse(to) / 1000 }))
      .filter(({ from }) => new Date(from * 1000).getUTCFullYear() === year)
      .sort((a, b) => a.from - b.from);
  }
  const { month, week, day, full, start, hours } = when.every;
  const lastDay = new Date(Date.UTC(year, month, 0)).getUTCDate();
  const [hour = 0, minute = 0] = start.split(":").map(Number);
  const into = hour * 3600 + minute * 60;
  // An end at 24:00 belongs to the day before.
  const lastsDays = Math.ceil((into + hours * 3600) / DAY);
  const days: number[] = [];
  for (let date = 1; date <= lastDay; date++) {
    const fits = new Date(Date.UTC(year, month - 1, date)).getUTCDay() === WEEKDAYS.indexOf(day);
    if (fits && (!full || date + lastsDays - 1 <= lastDay)) days.push(date);
  }
  const date = week === "last" ? days.at(-1) : days[week - 1];
  if (date === undefined) return [];
  const from = Date.UTC(year, month - 1, date) / 1000 + into;
  return [{ from, to: from + hours * 3600 }];
}

/** The period that runs at a time, or the next one; null where there is none any more. */
export function periodAt(rules: Pick<Rules, "when">, at: number): Period | null {
  const year = new Date(at * 1000).getUTCFullYear();
  for (let look = year - 1; look <= year + 5; look++) {
    const found = periodsIn(rules, look).find(({ to }) => to > at);
    if (found !== undefined) return found;
  }
  return null;
}

/** The last period that is over at a time. */
export function periodBefore(rules: Pick<Rules, "when">, at: number): Period | null {
  const year = new Date(at * 1000).getUTCFullYear();
  for (let look = year; look >= year - 5; look--) {
    const found = periodsIn(rules, look).findLast(({ to }) => to <= at);
    if (found !== undefined) return found;
  }
  return null;
}

/** When the sessions of a period run, in order of time; the whole period where there are none. */
export function sessionPeriods(
  { sessions }: Pick<Rules, "sessions">,
  { from, to }: Period,
): (Period & { readonly session: Session | null })[] {
  if (sessions.length === 0) return [{ from, to, session: null }];
  return sessions
    .map((session) => {
      const start = from + session.after * HOUR;
      return { session, from: start, to: start + session.hours * HOUR };
    })
    .sort((a, b) => a.from - b.from);
}

/** Until when logs are taken. */
export function deadlineOf(rules: Pick<Rules, "deadlineDays">, period: Period): number {
  return period.to + rules.deadlineDays * DAY;
}
