import { periodAt, readRules, type Rules, SHIPPED_CONTESTS } from "../../src/core/contest";
import { AIR_BANDS, GROUPS } from "./frequency";
import { AIR_MODES, type AirMode } from "./operators";
import { practiceRules } from "./practice";

/** A contest as the air knows it. */
export interface AirContest {
  readonly rules: Rules;
  readonly bands: readonly string[];
  readonly modes: readonly AirMode[];
  /** How many of those who like contests it draws, 0 to 1. */
  readonly draws: number;
}

/** Which contest is on at a time, seconds since 1970 UTC: one of the calendar's, or else the club's practice. */
export function contestAt(at: number): AirContest {
  return CALENDAR.find(({ rules }) => (periodAt(rules, at)?.from ?? Infinity) <= at) ?? PRACTICE;
}

/** FT8 has no room for an exchange. */
const MODES = AIR_MODES.filter((mode) => mode !== "FT8");

function contestOf(rules: Rules, draws: number): AirContest {
  return {
    rules,
    bands: rules.bands.filter((band) => AIR_BANDS.includes(band)),
    modes: MODES.filter((mode) => rules.modes.includes(mode) || rules.modes.includes(GROUPS[mode])),
    draws,
  };
}

const CALENDAR: readonly AirContest[] = SHIPPED_CONTESTS.map((rules) => contestOf(rules, 1));

function practice(): AirContest {
  const rules = readRules(practiceRules(0));
  if (!rules.ok) throw new Error(rules.faults.map(({ text }) => text).join("; "));
  return contestOf(rules.value, 0.4);
}
const PRACTICE = practice();
