import type { z } from "zod";
import { faultsOf } from "../../core/contact";
import { done, invalid, type Result } from "../problem";
import { secretsIn } from "./describedSettings";

/** Settings as they are kept, with their secrets. */
export type KeptSettings = Readonly<Record<string, unknown>>;

/** Settings as they are told: secrets only by their names. */
export function toldSettings(schema: z.ZodType, settings: KeptSettings) {
  const secret = secretsIn(schema);
  const told = Object.entries(settings).filter(([key]) => !secret.includes(key));
  const has = secret.filter((key) => settings[key] != null && settings[key] !== "");
  return { settings: Object.fromEntries(told), secrets: has };
}

/** Settings with the secrets of those before where they say nothing of them. */
export function withSecretsOf(schema: z.ZodType, given: KeptSettings, before: KeptSettings): KeptSettings {
  const kept = secretsIn(schema).filter((key) => given[key] == null && before[key] != null);
  return { ...given, ...Object.fromEntries(kept.map((key) => [key, before[key]])) };
}

/** Settings as their schema understands them, or what is wrong with each. */
export function readSettings<Settings>(schema: z.ZodType<Settings>, given: unknown): Result<Settings> {
  const parsed = schema.safeParse(given);
  if (parsed.success) return done(parsed.data);
  return invalid(faultsOf(parsed.error).map(({ field, text }) => ({ field: `settings.${field}`, text })));
}
