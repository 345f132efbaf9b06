import { capital } from "../capital";
import { bandLabel } from "../band";
import { CONTINENTS } from "../reference";
import type { AlertChoices, Brings, Once } from "./rule";
import { ALERT_WAYS } from "./ways";

/** The words of choices, for sentences and for forms. */
export const BRINGS_TEXT: Readonly<Record<Brings, string>> = {
  fresh: "fresh",
  wanted: "wanted",
  hold: "on hold",
  safe: "safe",
  multiplier: "a multiplier of the contest",
};
export const ONCE_TEXT: Readonly<Record<Once, string>> = {
  band: "once per station, band and day",
  station: "once per station and day",
  hour: "once per station, band and hour",
};

/** A rule as a sentence: what is left open is not spoken of. */
export function ruleSentence(rule: AlertChoices): string {
  return `${capital(whatText(rule))}: ${waysText(rule)}, ${ONCE_TEXT[rule.once]}.`;
}

/** What a rule is called where nobody names it: "Fresh or wanted, 20 m, CW". */
export function ruleName({ brings, awards, calls, bands, modeGroups, heardIn }: AlertChoices): string {
  const parts = [
    either(awards.map(({ name }) => name)),
    calls.length > 0 ? calls.join(" ") : either(brings.map((one) => (one === "multiplier" ? one : BRINGS_TEXT[one]))),
    bands.map(bandLabel).join(" "),
    modeGroups.join(" "),
    heardIn.join(" "),
  ].filter((part) => part !== "");
  return capital(parts.join(", ") || "any station");
}

function whatText({ brings, awards, calls, bands, modeGroups, heardIn, chance, quiet }: AlertChoices): string {
  const bring = either(brings.map((one) => BRINGS_TEXT[one]));
  const stations = bring === "" ? "any station" : `stations that are ${bring}`;
  return [
    calls.length === 0 ? stations : either(calls),
    calls.length > 0 && bring !== "" && `where ${bring}`,
    awards.length > 0 && `for ${either(awards.map(({ name }) => name))}`,
    bands.length > 0 && `on ${either(bands.map(bandLabel))}`,
    modeGroups.length > 0 && `in ${either(modeGroups)}`,
    heardIn.length > 0 && `heard in ${either(heardIn.map((code) => CONTINENTS[code] ?? code))}`,
    chance !== "none" && (chance === "good" ? "with a good chance" : `with a chance at least ${chance}`),
    quiet !== null && `not between ${quiet.from} and ${quiet.to} ${quiet.zone === "UTC" ? "UTC" : `(${quiet.zone})`}`,
  ]
    .filter((part) => part !== false)
    .join(", ");
}

function waysText({ ways }: AlertChoices): string {
  const texts = ALERT_WAYS.filter(({ id }) => ways.includes(id)).map(({ text }) => text);
  return texts.length === 0 ? "in no way" : list(texts, "and");
}

const either = (parts: readonly string[]) => list(parts, "or");

function list(parts: readonly string[], last: string): string {
  return parts.length < 2 ? parts.join("") : `${parts.slice(0, -1).join(", ")} ${last} ${parts.at(-1)}`;
}
