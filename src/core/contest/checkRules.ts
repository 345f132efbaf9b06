import type { Checked } from "../contact/contact";
import { contradictions } from "./contradictions";
import { readRules, type Rules } from "./rules";

/** Rules from data, whole and without contradiction, or what is wrong with them and where. */
export function checkRules(input: unknown): Checked<Rules> {
  const read = readRules(input);
  if (!read.ok) return read;
  const faults = contradictions(read.value);
  return faults.length > 0 ? { ok: false, faults } : read;
}
