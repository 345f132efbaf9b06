import ICAL from "ical.js";
import type { z } from "zod";
import { isoTime } from "../../core/contact";
import { type Period, periodsIn, type Rules, sessionPeriods, SHIPPED_CONTESTS } from "../../core/contest";
import type { Announced, calendarTakenSchema } from "../../core/contract";
import type { Context } from "../context";
import { done, invalid, missing, type Result } from "../problem";
import type { FileAnswer } from "../route";
import { ownRules } from "./contestRules";

/** So far ahead events are written and taken, seconds. */
const AHEAD = 2 * 366 * 86_400;
/** More of an event that repeats are not taken. */
const MOST_REPEATED = 20;
const MOST_STEPS = 10_000;
const MOST_EVENTS = 2000;
const [LONGEST_NAME, LONGEST_ABOUT, LONGEST_UID] = [100, 1000, 200];
/** An event of a contest that is known says the same when it begins within this time, seconds. */
const SAME = 3600;

/** When the contests that are known run from now on, as iCalendar: each session is an event of its own. */
export function calendarAnswer(context: Context): Result<FileAnswer> {
  const now = context.now();
  const calendar = new ICAL.Component("vcalendar");
  calendar.updatePropertyWithValue("version", "2.0");
  calendar.updatePropertyWithValue("prodid", "-//Ypsiloid//Contests//EN");
  for (const rules of knownRules(context))
    for (const period of periodsAhead(rules, now))
      for (const { session, from, to } of sessionPeriods(rules, period)) {
        const event = new ICAL.Component("vevent");
        event.updatePropertyWithValue("uid", `${rules.tag}-${from}@ypsiloid`);
        event.updatePropertyWithValue("dtstamp", timeOf(now));
        event.updatePropertyWithValue("dtstart", timeOf(from));
        event.updatePropertyWithValue("dtend", timeOf(to));
        event.updatePropertyWithValue("summary", session === null ? rules.name : `${rules.name}: ${session.label}`);
        if (rules.about !== "") event.updatePropertyWithValue("description", rules.about);
        calendar.addSubcomponent(event);
      }
  // The format's lines end in CRLF, its last as well.
  const pieces = [`${calendar.toString()}\r\n`];
  return done({ name: "contests.ics", type: "text/calendar; charset=utf-8", pieces });
}

function knownRules(context: Context): Rules[] {
  const own = ownRules(context);
  return [...own, ...SHIPPED_CONTESTS.filter(({ tag }) => !own.some((rules) => rules.tag === tag))];
}

function periodsAhead(rules: Rules, now: number): Period[] {
  const year = new Date(now * 1000).getUTCFullYear();
  return [year - 1, year, year + 1, year + 2]
    .flatMap((one) => periodsIn(rules, one))
    .filter(({ from, to }) => to > now && from < now + AHEAD);
}

function timeOf(at: number): ICAL.Time {
  return ICAL.Time.fromJSDate(new Date(at * 1000), true);
}

interface Event extends Period {
  readonly uid: string;
  readonly name: string;
  readonly about: string;
}

/** Keeps the events of a calendar that are to come as announced, but those of contests whose rules say the same. */
export function takeCalendar(context: Context, text: string): Result<z.output<typeof calendarTakenSchema>> {
  const now = context.now();
  let read: { readonly events: readonly Event[]; readonly unusable: number };
  try {
    read = eventsIn(text, now);
  } catch (error) {
    return invalid([
      { field: "text", text: `it cannot be taken as a calendar in the iCalendar form: ${(error as Error).message}` },
    ]);
  }
  const ahead = read.events.filter(({ to }) => to > now);
  const rules = knownRules(context);
  let fresh = 0;
  const { store } = context;
  for (const event of ahead) {
    if (isOfRules(rules, event)) continue;
    const { uid, from, to, name, about } = event;
    const { changes } = store.run(
      store.q
        .insertInto("announcedContest")
        .values({ uid, startsAt: from, endsAt: to, name, about })
        .onConflict((conflict) => conflict.columns(["uid", "startsAt"]).doNothing()),
    );
    fresh += changes;
  }
  if (fresh > 0) context.announce({ type: "contests" });
  return done({
    fresh,
    known: ahead.length - fresh,
    passed: read.events.length - ahead.length + read.unusable,
  });
}

/** Whether the rules of a contest, or one of its sessions, say the same of when it is. */
function isOfRules(all: readonly Rules[], { name, from }: Pick<Event, "name" | "from">): boolean {
  return all.some(
    (rules) =>
      name.toUpperCase().startsWith(rules.name.toUpperCase()) &&
      periodsAhead(rules, from - SAME)
        .flatMap((period) => [period, ...sessionPeriods(rules, period)])
        .some((period) => Math.abs(period.from - from) <= SAME),
  );
}

/** The events of a calendar that begin and end, each time that one repeats. Throws where it is no calendar. */
function eventsIn(text: string, now: number): { readonly events: Event[]; readonly unusable: number } {
  const parsed = ICAL.parse(text) as unknown[];
  const calendars = (Array.isArray(parsed[0]) ? parsed : [parsed]).map((one) => new ICAL.Component(one as []));
  if (calendars.some(({ name }) => name !== "vcalendar")) throw new Error("it does not begin with BEGIN:VCALENDAR");
  const events: Event[] = [];
  let unusable = 0;
  for (const component of calendars.flatMap((calendar) => calendar.getAllSubcomponents("vevent"))) {
    const found = timesOf(component, now);
    if (found.length === 0) unusable++;
    events.push(...found);
    if (events.length > MOST_EVENTS) throw new Error(`it has more than ${MOST_EVENTS} events: give a part of it`);
  }
  return { events, unusable };
}

function timesOf(component: ICAL.Component, now: number): Event[] {
  const event = new ICAL.Event(component);
  const { startDate, endDate } = event as { startDate: ICAL.Time | null; endDate: ICAL.Time | null };
  const name = tidy(event.summary, LONGEST_NAME);
  if (startDate === null || endDate === null || name === "") return [];
  const [start, end] = [secondsAt(startDate), secondsAt(endDate)];
  if (start === null || end === null || end <= start) return [];
  const uid = tidy(event.uid, LONGEST_UID) || `${name} ${start}`;
  const about = (event.description ?? "").trim().slice(0, LONGEST_ABOUT);
  if (!event.isRecurring()) return [{ uid, name, about, from: start, to: end }];
  const found: Event[] = [];
  const times = event.iterator();
  // One that repeats each second since long ago is none that anybody means.
  for (let step = 0; step < MOST_STEPS && found.length < MOST_REPEATED; step++) {
    const next = times.next() as ICAL.Time | null | undefined;
    const from = next == null ? null : secondsAt(next);
    if (from === null || from > now + AHEAD) break;
    if (from + end - start > now) found.push({ uid, name, about, from, to: from + end - start });
  }
  return found;
}

function tidy(text: string | null, longest: number): string {
  return (text ?? "").replace(/\s+/g, " ").trim().slice(0, longest);
}

/** A time without a zone is taken as UTC, as the trade does. */
function secondsAt(time: ICAL.Time): number | null {
  const seconds = time.zone.tzid === "floating" ? utcOf(time) : time.toUnixTime();
  return Number.isSafeInteger(seconds) ? seconds : null;
}

function utcOf(time: ICAL.Time): number {
  return Date.UTC(time.year, time.month - 1, time.day, time.hour, time.minute, time.second) / 1000;
}

/** Announced contests that are not over and have no rules yet, the first first. */
export function listAnnounced(context: Context): Announced[] {
  const { store } = context;
  const rules = knownRules(context);
  return store
    .all(
      store.q
        .selectFrom("announcedContest")
        .selectAll()
        .where("endsAt", ">", context.now())
        .orderBy("startsAt")
        .orderBy("id"),
    )
    .filter(({ name, startsAt }) => !isOfRules(rules, { name, from: startsAt }))
    .map(({ id, name, about, startsAt, endsAt }) => ({
      id,
      name,
      about,
      from: isoTime(startsAt),
      to: isoTime(endsAt),
    }));
}

export function forgetAnnounced(context: Context, id: number): Result<{ readonly removed: number }> {
  const { store } = context;
  const { changes } = store.run(store.q.deleteFrom("announcedContest").where("id", "=", id));
  if (changes === 0) return missing(`announced contest ${id}`);
  context.announce({ type: "contests" });
  return done({ removed: id });
}
