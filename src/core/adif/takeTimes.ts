import { type Draft, type Fields, type Gathered, keepFaulty, note, short } from "./gathered";

/** A longer text is no date and no time, however it is written, and is not looked at as one. */
const LONGEST_TYPED = 60;

/** When it began and ended; null, or why it has no beginning. */
export function takeTimes(draft: Draft, fields: Fields, gathered: Gathered): string | null {
  const offDate = fields.get("QSO_DATE_OFF");
  const off = fields.get("TIME_OFF");
  const date = fields.get("QSO_DATE") ?? offDate;
  if (date === undefined) return "QSO_DATE is missing";
  const day = readDate(date.value);
  if (day === null) return `${date.name}: "${short(date.value)}" ${dateFault(date.value)}`;
  if (!/^\d{8}$/.test(date.value)) note(gathered, date, `"${date.value}" was read as ${day}`);
  if (date === offDate) note(gathered, date, "QSO_DATE is missing; the day it ended was taken");
  const on = fields.get("TIME_ON") ?? off;
  if (on === undefined) return "TIME_ON is missing";
  const clock = readTime(on.value);
  if (clock === null) return `${on.name}: "${short(on.value)}" is no time, which is written like 2140 or 214007`;
  if (clock === MIDNIGHT_AT_THE_END) note(gathered, on, `"${on.value}" was read as the midnight that ends the day`);
  else if (!/^\d{4}(\d\d)?$/.test(on.value)) note(gathered, on, `"${on.value}" was read as ${clock}`);
  if (on === off) note(gathered, on, "TIME_ON is missing; the time it ended was taken");
  draft.startedAt = momentOf(day, clock);

  const offClock = off === undefined ? null : readTime(off.value);
  const offDay = offDate === undefined ? null : readDate(offDate.value);
  if (off !== undefined && offClock === null) {
    keepFaulty(gathered, off, "is no time");
  }
  if (offDate !== undefined && offDay === null) {
    keepFaulty(gathered, offDate, dateFault(offDate.value));
  }
  if (offClock === null) return null;
  let end = momentOf(offDay ?? day, offClock);
  if (offDay === null && end < draft.startedAt) end = momentOf(nextDay(day), offClock);
  if (end < draft.startedAt) note(gathered, off!, `it ends before it begins; the end was left out`);
  else draft.endedAt = end;
  return null;
}

function momentOf(day: string, clock: string): string {
  return clock === MIDNIGHT_AT_THE_END ? `${nextDay(day)}T00:00:00Z` : `${day}T${clock}Z`;
}

const MONTHS = ["JAN", "FEB", "MAR", "APR", "MAY", "JUN", "JUL", "AUG", "SEP", "OCT", "NOV", "DEC"];
const FIGURES = /^(\d{1,2})[-/](\d{1,2})[-/](\d{4})$/;

/** A date in one of the forms that programs have written, as "2026-11-23"; null where it is none, or may be two. */
export function readDate(text: string): string | null {
  if (text.length > LONGEST_TYPED) return null;
  const compact = /^(\d{4})(\d\d)(\d\d)$/.exec(text.trim());
  if (compact !== null) return dayOf(compact[1], compact[2], compact[3]);
  const value = text.trim().replace(/[T ]\d\d:\d\d.*$/i, "");
  const yearFirst = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(value);
  if (yearFirst !== null) return dayOf(yearFirst[1], yearFirst[2], yearFirst[3]);
  const points = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(value);
  if (points !== null) return dayOf(points[3], points[2], points[1]);
  const named = /^(\d{1,2})[-/. ]*([A-Z]{3})[A-Z]*[-/., ]*(\d{4})$/i.exec(value);
  if (named !== null) return dayOf(named[3], String(MONTHS.indexOf(named[2]!.toUpperCase()) + 1), named[1]);
  const days = daysOf(value);
  return days.length === 1 ? days[0]! : null;
}

/** What figures with the year at the end may mean, as day and month or as month and day. */
function daysOf(value: string): string[] {
  const [, first, second, year] = FIGURES.exec(value) ?? [];
  const days = [dayOf(year, second, first), dayOf(year, first, second)].filter((day) => day !== null);
  return [...new Set(days)];
}

function dateFault(text: string): string {
  const [one, other] = daysOf(text.trim());
  return other === undefined
    ? "is no date, which is written like 20261123"
    : `may be ${one} or ${other}: a date is written like 20261123`;
}

function dayOf(year = "", month = "", day = ""): string | null {
  const date = `${year}-${month.padStart(2, "0")}-${day.padStart(2, "0")}`;
  return isDay(Number(year), Number(month), Number(day)) ? date : null;
}

const MONTH_LENGTHS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

function isDay(year: number, month: number, day: number): boolean {
  const leap = month === 2 && year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return month >= 1 && month <= 12 && day >= 1 && day <= MONTH_LENGTHS[month - 1]! + (leap ? 1 : 0);
}

/** What some programs write for the midnight that ends a day. */
const MIDNIGHT_AT_THE_END = "24:00:00";

/** A time of day as "21:40:07"; null where it is none. Zeros that a spreadsheet took away come back: 45 is 00:45. */
function readTime(text: string): string | null {
  if (text.length > LONGEST_TYPED) return null;
  const plain = /^([01]\d|2[0-3])([0-5]\d)([0-5]\d)?$/.exec(text);
  if (plain !== null) return `${plain[1]}:${plain[2]}:${plain[3] ?? "00"}`;
  const [, value = "", half] = /^(.*?)\s*(?:z|utc|([ap])\.?m\.?)?$/i.exec(text.trim()) ?? [];
  const colons = /^(\d{1,2}):(\d\d)(?::(\d\d)(?:\.\d+)?)?$/.exec(value);
  const figures = /^\d{1,6}$/.test(value) ? value.padStart(value.length > 4 ? 6 : 4, "0") : "";
  const match = colons ?? /^(\d\d)(\d\d)(\d\d)?$/.exec(figures);
  if (match === null) return null;
  const [written = "", minute = "", second = "00"] = match.slice(1);
  const hour = half === undefined ? Number(written) : hourOfHalf(Number(written), half);
  const time = `${String(hour).padStart(2, "0")}:${minute}:${second}`;
  if (time === MIDNIGHT_AT_THE_END) return time;
  return hour > 23 || Number(minute) > 59 || Number(second) > 59 ? null : time;
}

/** The hour of the day that 1 to 12 stands for in the half named "a" or "p"; 99 for no such hour. */
function hourOfHalf(hour: number, half: string): number {
  if (hour < 1 || hour > 12) return 99;
  return (hour % 12) + (half.toLowerCase() === "p" ? 12 : 0);
}

function nextDay(day: string): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10);
}
