/** A JSON schema as Zod writes it, as far as it tells what can be typed. */
export interface JsonSchema {
  readonly $ref?: string;
  readonly $defs?: Readonly<Record<string, JsonSchema>>;
  readonly type?: string;
  readonly const?: unknown;
  readonly default?: unknown;
  readonly enum?: readonly unknown[];
  readonly properties?: Readonly<Record<string, JsonSchema>>;
  readonly additionalProperties?: boolean | JsonSchema;
  readonly items?: JsonSchema;
  readonly anyOf?: readonly JsonSchema[];
  readonly oneOf?: readonly JsonSchema[];
  readonly allOf?: readonly JsonSchema[];
}

export type JsonPath = readonly (string | number)[];

/** All schemas that what stands at a place may have. */
function schemasAt(root: JsonSchema, path: JsonPath): readonly JsonSchema[] {
  return path.reduce<readonly JsonSchema[]>(
    (found, step) => found.flatMap((schema) => inner(schema, step)).flatMap((schema) => forms(root, schema)),
    forms(root, root),
  );
}

/** A schema's alternatives, each without a reference. */
function forms(root: JsonSchema, schema: JsonSchema): readonly JsonSchema[] {
  const referred = schema.$ref?.replace("#/$defs/", "");
  if (referred !== undefined) {
    const meant = referred === "#" ? root : root.$defs?.[referred];
    return meant === undefined ? [] : forms(root, meant);
  }
  const several = [...(schema.anyOf ?? []), ...(schema.oneOf ?? []), ...(schema.allOf ?? [])];
  return several.length === 0 ? [schema] : several.flatMap((one) => forms(root, one));
}

function inner({ properties, additionalProperties, items }: JsonSchema, step: string | number): readonly JsonSchema[] {
  if (typeof step === "number") return items === undefined ? [] : [items];
  const own = properties?.[step] ?? (typeof additionalProperties === "object" ? additionalProperties : undefined);
  return own === undefined ? [] : [own];
}

/** The names that an object at a place may have. */
export function namesAt(root: JsonSchema, path: JsonPath): string[] {
  return [...new Set(schemasAt(root, path).flatMap(({ properties = {} }) => Object.keys(properties)))];
}

/** What can be typed as the value at a place, as JSON: its choices, or the beginning of what it holds. */
export function valuesAt(root: JsonSchema, path: JsonPath): string[] {
  const values = schemasAt(root, path).flatMap((schema): string[] => {
    if (schema.enum !== undefined) return schema.enum.map((one) => JSON.stringify(one));
    if (schema.const !== undefined) return [JSON.stringify(schema.const)];
    const begun = { boolean: ["true", "false"], object: ["{}"], array: ["[]"], string: ['""'] };
    return begun[schema.type as keyof typeof begun] ?? [];
  });
  return [...new Set(values)];
}

/** The same without what its schema takes for said anyway. */
export function withoutDefaults(root: JsonSchema, value: unknown): unknown {
  return strip(value, forms(root, root));

  function strip(part: unknown, schemas: readonly JsonSchema[]): unknown {
    // Of several forms that which has all the names: another one's default says nothing of it.
    const names = typeof part === "object" && part !== null && !Array.isArray(part) ? Object.keys(part) : [];
    const meant = schemas.filter((schema) => names.every((name) => inner(schema, name).length > 0));
    const within = (step: string | number) =>
      (meant.length > 0 ? meant : schemas).flatMap((schema) => inner(schema, step));
    const stepped = (one: unknown, step: string | number) => {
      const own = within(step).flatMap((schema) => forms(root, schema));
      return strip(one, own);
    };
    if (Array.isArray(part)) return part.map((one, index) => stepped(one, index));
    if (typeof part !== "object" || part === null) return part;
    const said = Object.entries(part).filter(
      ([name, one]) =>
        !within(name).some((schema) => "default" in schema && JSON.stringify(schema.default) === JSON.stringify(one)),
    );
    return Object.fromEntries(said.map(([name, one]) => [name, stepped(one, name)]));
  }
}
