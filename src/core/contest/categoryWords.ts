import { bandLabel } from "../band";
import { allowedBy, limitsFor } from "./limits";
import type { CategoryKind, Rules } from "./rules";

/** What the categories of the Cabrillo format are, in words. Source: the format's specification, version 3.0. */
const WORDS: Readonly<Partial<Record<CategoryKind, Readonly<Record<string, string>>>>> = {
  operator: { "SINGLE-OP": "One operator", "MULTI-OP": "Several operators", CHECKLOG: "To check others by, unranked" },
  assisted: { ASSISTED: "With spots or other help", "NON-ASSISTED": "Without help" },
  band: { ALL: "All bands" },
  mode: {
    CW: "Morse",
    SSB: "Voice",
    PH: "Voice",
    FM: "Voice in FM",
    RTTY: "RTTY",
    DIGI: "Digital modes",
    MIXED: "All modes",
  },
  power: { HIGH: "Any power", LOW: "Low power", QRP: "Very low power" },
  station: {
    FIXED: "At home",
    PORTABLE: "Portable",
    MOBILE: "Mobile",
    ROVER: "From several grids",
    "ROVER-LIMITED": "From several grids, few bands",
    "ROVER-UNLIMITED": "From several grids, any number",
    EXPEDITION: "On an expedition",
    DISTRIBUTED: "Several places, one call",
    HQ: "A society's headquarters",
    SCHOOL: "A school",
    EXPLORER: "Out in nature",
  },
  transmitter: {
    ONE: "One transmitter",
    TWO: "Two transmitters",
    LIMITED: "A limited number",
    UNLIMITED: "Any number",
    SWL: "None: a listener",
  },
  overlay: {
    NONE: "None",
    CLASSIC: "Classic: one radio, no help",
    ROOKIE: "New to it",
    "NOVICE-TECH": "First licence",
    "TB-WIRES": "One tower, wires",
    YOUTH: "Young operators",
    "OVER-50": "Over fifty",
    YL: "Women",
  },
};

/** A category in words, with the format's code behind: "One operator (SINGLE-OP)"; of a power with its watts. */
export function categoryWords(rules: Pick<Rules, "limits">, kind: CategoryKind, value: string): string {
  const words = WORDS[kind]?.[value] ?? (kind === "band" ? bandLabel(allowedBy({ band: value }).band!) : null);
  const watts = kind === "power" ? limitsFor(rules, { power: value }).watts : null;
  if (words === null) return value;
  return `${words}${watts === null ? "" : `, up to ${watts} W`} (${value})`;
}
