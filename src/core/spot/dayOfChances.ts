import { bandEdges, type Region } from "../band";
import { type Point, sunDay } from "../geo";
import type { Solar } from "../propagation";
import { type Chance, chanceByPath, CHANCES, type PathChance } from "./chance";

/** The chance on a band in an hour of the day, 0 to 23 UTC. */
export interface HourChance extends PathChance {
  readonly band: string;
  readonly hour: number;
}

const HOUR = 3600;
const HOURS = 24;

/**
 * How likely a place is heard at another one, by hour and band: by what the path lets through in the middle of each
 * hour, on the middle of each band that there is in the region.
 *
 * @param day its beginning, seconds since 1970 UTC
 */
export function dayOfChances(
  from: Point,
  to: Point,
  bands: readonly string[],
  region: Region,
  mode: string,
  day: number,
  solar: Solar,
): HourChance[] {
  return bands.flatMap((band) => {
    const edges = bandEdges(band, region);
    if (edges === null) return [];
    const middle = Math.round((edges.lowHz + edges.highHz) / 2);
    return Array.from({ length: HOURS }, (_, hour) => ({
      band,
      hour,
      ...chanceByPath(from, to, middle, mode, day + (hour + 0.5) * HOUR, solar),
    }));
  });
}

/** Hours in which a band is at least as likely: from the beginning of one to the end of another, 0 to 24. */
export interface ChanceSpan {
  readonly from: number;
  readonly to: number;
}

/** When a band is at least as likely, over a day; what goes on over midnight is one span, whose end is before its begin. */
export function spansOfChance(hours: readonly HourChance[], band: string, least: Chance): ChanceSpan[] {
  const likely = new Array<boolean>(HOURS).fill(false);
  for (const { band: of, hour, chance } of hours)
    if (of === band && CHANCES.indexOf(chance) <= CHANCES.indexOf(least)) likely[hour] = true;
  if (likely.every(Boolean)) return [{ from: 0, to: HOURS }];
  const starts = likely.flatMap((is, hour) => (is && !likely[(hour + HOURS - 1) % HOURS]! ? [hour] : []));
  return starts.map((from) => {
    let to = from;
    while (likely[to % HOURS]!) to++;
    return { from, to: to > HOURS ? to - HOURS : to };
  });
}

/** When the sun rises or sets at an end of the path. */
export interface SunMark {
  readonly end: "here" | "there";
  readonly what: "rise" | "set";
  /** Hours of the day, 0 to 24. */
  readonly hour: number;
}

/** @param day its beginning, seconds since 1970 UTC */
export function sunMarks(here: Point, there: Point, day: number): SunMark[] {
  const ends = [
    ["here", here],
    ["there", there],
  ] as const;
  return ends.flatMap(([end, point]) => {
    const sun = sunDay(point, day + 12 * HOUR);
    if (sun.kind !== "rises") return [];
    const hourOf = (at: number) => ((((at - day) / HOUR) % HOURS) + HOURS) % HOURS;
    return [
      { end, what: "rise" as const, hour: hourOf(sun.rise) },
      { end, what: "set" as const, hour: hourOf(sun.set) },
    ];
  });
}
