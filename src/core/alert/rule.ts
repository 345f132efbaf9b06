import type { AwardWorth, Worth } from "../award";
import type { ModeGroup } from "../band";
import { CHANCES, type Chance } from "../spot";
import { isQuiet, type QuietHours } from "./quietHours";
import type { AlertWay } from "./ways";

/** What a station brings: what it is worth, or a multiplier of the contest that is on. */
export const BRINGS = ["fresh", "wanted", "hold", "safe", "multiplier"] as const;
export type Brings = (typeof BRINGS)[number];

/** How often the same station is called. */
export const ONCE = ["band", "station", "hour"] as const;
export type Once = (typeof ONCE)[number];

/** An award, or one of its items, by which a rule asks; the name is for people. */
export interface AwardAsked {
  readonly award: string;
  /** Null for whichever. */
  readonly item: string | null;
  readonly name: string;
}

/** When an operator is to be called, as choices. An empty list leaves open what it is about. */
export interface AlertChoices {
  readonly brings: readonly Brings[];
  /** For which awards, or for which items of them; none for those that are followed. */
  readonly awards: readonly AwardAsked[];
  /** Calls, base calls, and patterns with "*" for any letters, in capitals. */
  readonly calls: readonly string[];
  readonly bands: readonly string[];
  readonly modeGroups: readonly ModeGroup[];
  /** Continents, as "SA". */
  readonly heardIn: readonly string[];
  /** At least as likely. */
  readonly chance: Chance;
  readonly quiet: QuietHours | null;
  readonly once: Once;
  readonly ways: readonly AlertWay[];
}

/** What a rule is held against: a station that was announced, as a logbook sees it. */
export interface AlertSubject {
  readonly call: string;
  readonly base: string;
  readonly band: string;
  readonly modeGroup: ModeGroup;
  /** ISO. */
  readonly lastAt: string;
  readonly heard: readonly { readonly continent: string | null; readonly at: string }[];
  readonly worth: { readonly worth: Worth } | null;
  readonly worths: readonly AwardWorth[];
  /** Worked on the band and in the mode within the last day. */
  readonly duplicate: boolean;
  readonly contest: { readonly duplicate: boolean; readonly fresh: readonly string[] } | null;
  readonly chance: Chance;
}

/** What was announced longer ago calls nobody any more, seconds. */
export const CALLS_WITHIN = 900;
/** A rule calls so often within an hour at most: who is called more often turns it off. */
export const MOST_AN_HOUR = 20;

/** Whether a rule may call for a station, by what is known of it without the log. */
export function mayFit(
  { calls, bands, modeGroups }: AlertChoices,
  { call, base, band, modeGroup }: Pick<AlertSubject, "call" | "base" | "band" | "modeGroup">,
): boolean {
  return (
    (bands.length === 0 || bands.includes(band)) &&
    (modeGroups.length === 0 || modeGroups.includes(modeGroup)) &&
    (calls.length === 0 || calls.some((pattern) => isLike(pattern, call) || isLike(pattern, base)))
  );
}

/**
 * Whether a rule calls for a station. What was worked on the band and in the mode within a day calls nobody.
 *
 * @param now seconds since 1970 UTC
 */
export function fits(choices: AlertChoices, subject: AlertSubject, now: number): boolean {
  const { brings, heardIn, chance, quiet } = choices;
  const { worth, contest, duplicate, lastAt, heard } = subject;
  if (!mayFit(choices, subject) || (contest?.duplicate ?? duplicate)) return false;
  if (CHANCES.indexOf(subject.chance) > CHANCES.indexOf(chance)) return false;
  const asked = worthsAsked(choices, subject);
  if (choices.awards.length > 0 && asked.length === 0) return false;
  const isWorth = (one: Brings) =>
    choices.awards.length === 0 ? worth?.worth === one : asked.some((of) => of.worth === one);
  const isBrought = (one: Brings) =>
    one === "multiplier" ? contest !== null && contest.fresh.length > 0 : isWorth(one);
  if (brings.length > 0 && !brings.some(isBrought)) return false;
  const isLate = (at: string) => now - Date.parse(at) / 1000 > CALLS_WITHIN;
  if (isLate(lastAt)) return false;
  const isThere = (continent: string | null) => continent !== null && heardIn.includes(continent);
  if (heardIn.length > 0 && !heard.some(({ continent, at }) => isThere(continent) && !isLate(at))) return false;
  return quiet === null || !isQuiet(quiet, now);
}

/** What a station is worth for the awards that a rule asks for. */
export function worthsAsked<Asked extends AwardWorth>(
  { awards }: Pick<AlertChoices, "awards">,
  { worths }: { readonly worths: readonly Asked[] },
): Asked[] {
  return worths.filter(({ award, item }) =>
    awards.some((asked) => asked.award === award && (asked.item === null || asked.item === item)),
  );
}

/**
 * What a rule calls for only once: the station on the band on this UTC day, as it is asked for.
 *
 * @param now seconds since 1970 UTC
 */
export function calledOnce(
  { once }: Pick<AlertChoices, "once">,
  { base, band }: Pick<AlertSubject, "base" | "band">,
  now: number,
): string {
  const at = new Date(now * 1000).toISOString();
  const day = at.slice(0, 10);
  if (once === "station") return `${base} ${day}`;
  return `${base} ${band} ${once === "hour" ? at.slice(0, 13) : day}`;
}

/** Whether a call is like a pattern, in which "*" stands for any letters, or none. */
export function isLike(pattern: string, call: string): boolean {
  const [start = "", ...rest] = pattern.split("*");
  if (rest.length === 0) return call === pattern;
  const end = rest.pop()!;
  if (call.length < start.length + end.length || !call.startsWith(start) || !call.endsWith(end)) return false;
  const middle = call.slice(start.length, call.length - end.length);
  let from = 0;
  for (const part of rest) {
    const at = middle.indexOf(part, from);
    if (at < 0) return false;
    from = at + part.length;
  }
  return true;
}
