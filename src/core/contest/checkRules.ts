import type { Checked } from "../contact/contact";
import { contradictions } from "./contradictions";
import { newerThanStated } from "./formatVersion";
import { readRules, type Rules, type RulesInput } from "./rules";

/** Rules from data, whole and without contradiction, or what is wrong with them and where. */
export function checkRules(input: unknown): Checked<Rules> {
  const read = readRules(input);
  if (!read.ok) return read;
  const faults = [...newerThanStated(read.value), ...contradictions(read.value)];
  return faults.length > 0 ? { ok: false, faults } : read;
}

/** Rules that are known to be sound; throws what is wrong with them. */
export function soundRules(input: RulesInput): Rules {
  const checked = checkRules(input);
  if (checked.ok) return checked.value;
  throw new Error(`${input.name}: ${checked.faults.map(({ field, text }) => `${field} ${text}`).join("; ")}`);
}
