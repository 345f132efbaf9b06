import { bandLabel, compareBands, usualMode } from "../band";
import { channelName, CHANNELS } from "../confirm";
import { entityByCode } from "../entity";
import { type DistanceUnit, distanceText } from "../geo";
import { CONTINENTS } from "../reference";
import { MONTHS, WEEKDAYS } from "../time/words";
import type { Condition, FilterGroup } from "../view";
import type { CountedFact, CountedFacts } from "./counted";

/** What a row or a column of figures is about: "2026-11" of the months, "20m" of the bands. */
export type Key = string | number;

/** Something that contacts are told apart by. */
export interface Dimension {
  /** What one of its values is called. */
  readonly label: string;
  /** The facts that it follows from. */
  readonly from: readonly CountedFact[];
  /** Which value a contact has; null for none, which is told apart from all others. */
  keyOf(facts: Partial<CountedFacts>): Key | null;
  text(key: Key, unit: DistanceUnit): string;
  /** What the contacts of a value have in common, for a filter. */
  conditions(key: Key): readonly (Condition | FilterGroup)[];
  /** The order of its values; without one those with the most contacts come first. */
  compare?(a: Key, b: Key): number;
  /** What contacts lack that have no value, where that is not what the value is called. */
  readonly lacking?: string;
  /** Its values have names that are too long to stand beside each other. */
  readonly hasLongNames?: true;
  /** Values that are shown even where there are no contacts: all of them, or those between the first and the last. */
  readonly always?: readonly Key[] | "between";
}

const ascending = (a: Key, b: Key) => (a < b ? -1 : a > b ? 1 : 0);

/** A fact that is one of a few texts, found by itself. */
function factOf(id: CountedFact, label: string, text: Dimension["text"] = String): Dimension {
  return {
    ...{ label, from: [id], text },
    keyOf: (facts) => facts[id] ?? null,
    conditions: (key) => [{ field: id, is: "is", value: String(key) }],
  };
}

const dayOf = (year: number, month: number) => new Date(Date.UTC(year, month)).toISOString().slice(0, 10);

/** Contacts from one day on, before another. */
function between(from: string, before: string): readonly Condition[] {
  return [
    { field: "startedAt", is: "from", value: from },
    { field: "startedAt", is: "before", value: before },
  ];
}

/** By months since the year 0. */
export const MONTH: Dimension = {
  ...{ label: "Month", from: ["day"], always: "between", compare: ascending },
  keyOf: ({ day }) => {
    const date = new Date(day! * 1000);
    return date.getUTCFullYear() * 12 + date.getUTCMonth();
  },
  text: (key) => `${MONTHS[Number(key) % 12]} ${Math.floor(Number(key) / 12)}`,
  conditions: (key) => between(monthDay(Number(key)), monthDay(Number(key) + 1)),
};

/** The months as what was reached by the end of each. */
export const MONTH_END: Dimension = {
  ...MONTH,
  label: "By the end of",
  conditions: (key) => [{ field: "startedAt", is: "before", value: monthDay(Number(key) + 1) }],
};

export const YEAR: Dimension = {
  ...{ label: "Year", from: ["day"], always: "between", compare: ascending },
  keyOf: ({ day }) => new Date(day! * 1000).getUTCFullYear(),
  text: String,
  conditions: (key) => between(dayOf(Number(key), 0), dayOf(Number(key) + 1, 0)),
};

export const HOUR: Dimension = {
  ...{ label: "Hour, UTC", from: ["hour"], compare: ascending },
  always: Array.from({ length: 24 }, (_, hour) => hour),
  keyOf: ({ hour }) => hour!,
  text: (key) => String(key).padStart(2, "0"),
  conditions: (key) => [{ field: "hour", is: "is", value: String(key) }],
};

/** From Monday, 1, to Sunday, 7. */
export const WEEKDAY: Dimension = {
  ...{ label: "Weekday", from: ["weekday"], compare: ascending, always: [1, 2, 3, 4, 5, 6, 7] },
  keyOf: ({ weekday }) => weekday! || 7,
  text: (key) => WEEKDAYS[Number(key) % 7]!,
  conditions: (key) => [{ field: "weekday", is: "is", value: WEEKDAYS[Number(key) % 7]! }],
};

export const BAND: Dimension = {
  ...factOf("band", "Band", (key) => bandLabel(String(key))),
  compare: (a, b) => compareBands(String(a), String(b)),
};

/** A mode has no space in it; a submode may, as OLIVIA 4/125. */
function partsOfMode(key: Key): { readonly mode: string; readonly submode: string | undefined } {
  const [, mode = "", submode] = /^(\S+)(?: (.*))?$/s.exec(String(key)) ?? [];
  return { mode, submode };
}

/** A mode with the submode that people call it by: "MFSK FT4", "CW", and "SSB" whatever the sideband. */
export const MODE: Dimension = {
  ...{ label: "Mode", from: ["mode", "submode"] },
  keyOf: ({ mode, submode = null }) => {
    const usual = usualMode(mode!, submode);
    return usual === mode ? mode : `${mode} ${usual}`;
  },
  text: (key) => partsOfMode(key).submode ?? String(key),
  conditions: (key) => {
    const { mode, submode } = partsOfMode(key);
    const ofMode: Condition = { field: "mode", is: "is", value: mode };
    if (submode !== undefined) return [ofMode, { field: "submode", is: "is", value: submode }];
    return usualMode(mode, "any") === mode ? [ofMode] : [ofMode, { field: "submode", is: "empty" }];
  },
};

export const CONTINENT = factOf("continent", "Continent", (key) => CONTINENTS[key] ?? String(key));

export const ENTITY = factOf("entityCode", "Entity", (key) => entityByCode(Number(key))?.name ?? String(key));

export const OPERATOR = factOf("operator", "Operator");

export const OWN_CALL = factOf("ownCall", "Call on the air");

export const SITE = factOf("site", "Site");

export const CONTEST = factOf("contestId", "Contest");

/** Where each class of distances begins, kilometres. */
const DISTANCES: readonly number[] = [0, 500, 1000, 2000, 4000, 6000, 8000, 10_000, 12_000, 14_000, 16_000, 18_000];

export const DISTANCE: Dimension = {
  ...{ label: "Distance", from: ["distanceKm"], compare: ascending, always: DISTANCES },
  ...{ hasLongNames: true, lacking: "grid on one of the sides" },
  keyOf: ({ distanceKm = null }) => (distanceKm === null ? null : DISTANCES.findLast((from) => from <= distanceKm)!),
  text: (key, unit) => classText(Number(key), DISTANCES, (kilometres) => distanceText(kilometres, unit)),
  conditions: (key) => classConditions("distanceKm", Number(key), DISTANCES),
};

/** How a contact stands on channels: a dimension of confirmations and not of contacts. */
export const CHANNEL: Dimension = {
  ...{ label: "Channel", from: [], keyOf: () => null },
  conditions: (key) => [{ field: `${key}.sent`, is: "is", value: "sent" }],
  always: CHANNELS.map(({ id }) => id),
  text: (key) => channelName(key as (typeof CHANNELS)[number]["id"]),
};

/** Where each class of delays begins, days. */
export const DELAYS: readonly number[] = [0, 1, 2, 8, 31, 92, 183, 366, 731];
const DELAY_WORDS =
  "the same day or before|the next day|2 to 7 days|up to a month|to 3 months|to 6 months|to a year|to 2 years|longer".split(
    "|",
  );

export const DELAY: Dimension = {
  ...{ label: "Taken", from: [], keyOf: () => null, conditions: () => [], compare: ascending },
  ...{ hasLongNames: true, lacking: "day of one of the two" },
  always: DELAYS,
  text: (key) => DELAY_WORDS[DELAYS.indexOf(Number(key))]!,
};

/** "under 500 km", "500 to 1000 km", "18000 km and more". */
function classText(from: number, classes: readonly number[], words: (value: number) => string): string {
  const next = classes[classes.indexOf(from) + 1];
  if (next === undefined) return `${words(from)} and more`;
  return from === 0 ? `under ${words(next)}` : `${words(from)} to ${words(next)}`;
}

/** What a filter asks for of a class of whole numbers: the first has all below it, the last all above. */
export function classConditions(field: string, from: number, classes: readonly number[]): readonly Condition[] {
  const next = classes[classes.indexOf(from) + 1];
  const least: Condition = { field, is: "atLeast", value: String(from) };
  const most: Condition = { field, is: "atMost", value: String((next ?? 0) - 1) };
  return [...(from === classes[0] ? [] : [least]), ...(next === undefined ? [] : [most])];
}

function monthDay(month: number): string {
  return dayOf(Math.floor(month / 12), month % 12);
}
