import { z } from "zod";
import type { Setting } from "../../core/contract";

export type Choice = Setting["choices"][number];
/** What a setting can be chosen from, by what its meta names. */
type ChoicesFrom = (source: string) => Choice[] | Promise<Choice[]>;

/** What a setting's schema says of it, as JSON schema with our meta. */
interface Described {
  readonly type?: string | readonly string[];
  readonly anyOf?: readonly Described[];
  readonly enum?: readonly string[];
  readonly default?: Setting["start"];
  readonly title?: string;
  readonly description?: string;
  readonly from?: string;
  readonly secret?: boolean;
  readonly labels?: Readonly<Record<string, string>>;
  readonly offers?: readonly (string | number)[];
  readonly when?: { readonly key: string; readonly is: string };
}

/** Settings as a form shows them, told from their schema. */
export function describedSettings(schema: z.ZodType, choicesFrom: ChoicesFrom = () => []): Promise<Setting[]> {
  const described = Object.entries(propertiesOf(schema));
  return Promise.all(described.map(([key, one]) => settingOf(key, one, choicesFrom)));
}

function propertiesOf(schema: z.ZodType): Readonly<Record<string, Described>> {
  return (z.toJSONSchema(schema, { io: "input", unrepresentable: "any" }).properties ?? {}) as Record<
    string,
    Described
  >;
}

const SECRETS = new WeakMap<z.ZodType, readonly string[]>();

/** Which settings are never told: those whose meta says that they are secret. */
export function secretsIn(schema: z.ZodType): readonly string[] {
  const known =
    SECRETS.get(schema) ??
    Object.entries(propertiesOf(schema)).flatMap(([key, { secret }]) => (secret === true ? [key] : []));
  SECRETS.set(schema, known);
  return known;
}

async function settingOf(key: string, described: Described, choicesFrom: ChoicesFrom): Promise<Setting> {
  const { title = key, description = "", labels = {}, offers, from, when = null } = described;
  const words = described.enum ?? offers?.map(String);
  const choices =
    from === undefined
      ? (words ?? []).map((value) => ({ value, label: labels[value] ?? value }))
      : await choicesFrom(from);
  const types = [described, ...(described.anyOf ?? [])].flatMap(({ type = [] }) => type);
  if (described.secret === true)
    return { key, label: title, hint: description, type: "secret", choices: [], start: null, when };
  const type = words !== undefined || from !== undefined ? "choice" : typeOf(types);
  return { key, label: title, hint: description, type, choices, start: described.default ?? null, when };
}

function typeOf(types: readonly string[]): Setting["type"] {
  if (types.includes("array")) return "list";
  if (types.includes("boolean")) return "switch";
  return types.includes("number") || types.includes("integer") ? "number" : "text";
}
