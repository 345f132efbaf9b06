import { z } from "zod";
import { PROOFS } from "../confirm/channel";
import { type Checked, type Fault, faultsOf } from "../contact/contact";
import { awardIdSchema } from "./awardId";
import { sourceById, SOURCES } from "./awards";
import { type Award, type AwardItem, describeItem } from "./awards/award";
import { isAmong, onlySchema } from "./only";

export const AWARD_FORMAT = "ypsiloid-award/1";
/** What a list may hold. */
const MOST_ITEMS = 10_000;
/** Awards upon awards. */
const DEEPEST = 10;

const words = (longest: number) => z.string().trim().min(1, "it is empty").max(longest);
const listedSchema = z.union([words(60), z.strictObject({ item: words(60), name: words(80).optional() })]);
type Listed = z.output<typeof listedSchema>;

/** An award of one's own, as it stands in its file. docs/award-rules.md says what each line means. */
export const awardRulesSchema = z.strictObject({
  format: z.literal(AWARD_FORMAT, { error: `begin it with "format": "${AWARD_FORMAT}"` }),
  id: awardIdSchema,
  name: words(60),
  about: z.string().max(500).default(""),
  /** What it counts: as another award does, of those that ship or of one's own, or stations. */
  of: z.string(),
  /** Which contacts count. */
  only: onlySchema.default({}),
  /** The only items that count. */
  list: z.array(listedSchema).min(1).max(MOST_ITEMS, `a list holds ${MOST_ITEMS} items at most`).optional(),
  one: words(30).optional(),
  many: words(30).optional(),
  proofs: z.array(z.enum(PROOFS)).min(1).optional(),
  levels: z.array(z.int().positive()).max(30).optional(),
});
export type AwardRules = z.output<typeof awardRulesSchema>;
export type AwardRulesInput = z.input<typeof awardRulesSchema>;

/**
 * An award from data, or what is wrong with it and where.
 *
 * @param others the operator's other awards: what it counts may be one of them, and none may lead back to it
 */
export function checkAwardRules(input: unknown, others: readonly AwardRules[]): Checked<AwardRules> {
  // Of a list of a million each line would be looked at before it is refused for its length.
  const length = (input as { readonly list?: unknown } | null)?.list;
  if (Array.isArray(length) && length.length > MOST_ITEMS)
    return fault("list", `it holds ${length.length} items: at most ${MOST_ITEMS}`);
  const parsed = awardRulesSchema.safeParse(input);
  if (!parsed.success) return { ok: false, faults: faultsOf(parsed.error) };
  const rules = parsed.data;
  if (sourceById(rules.id) !== undefined)
    return fault("id", `"${rules.id}" ships with the application: choose another`);
  const own = others.filter(({ id }) => id !== rules.id);
  const base = baseOf(rules, own);
  if (typeof base === "string") return fault("of", base);
  const faults = [...listFaults(rules, base), ...levelFaults(rules)];
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: rules };
}

const fault = (field: string, text: string): Checked<AwardRules> => ({ ok: false, faults: [{ field, text }] });

/** What an award counts as; or why there is no such way. */
function baseOf(rules: AwardRules, own: readonly AwardRules[]): Award | string {
  const chain = chainOf(rules, own);
  if (typeof chain === "string") return chain;
  const { of } = chain.at(-1) ?? rules;
  return chain.reduceRight<Award>((award, one) => awardFrom(one, award), sourceById(of)!);
}

/** The own awards on which one stands, down to one that stands on what ships; or why there is no such way. */
function chainOf(rules: AwardRules, own: readonly AwardRules[]): AwardRules[] | string {
  const chain: AwardRules[] = [];
  let at = rules;
  while (sourceById(at.of) === undefined) {
    const next = at.of === rules.id ? rules : own.find(({ id }) => id === at.of);
    if (next === undefined)
      return `there is no award "${at.of}": it counts what one of these does, ${SOURCES.map(({ id }) => id).join(", ")}, or an award of your own`;
    if (next === rules || chain.includes(next))
      return `it leads back to itself: ${[rules, ...chain, next].map(({ id }) => id).join(" counts as ")}`;
    if (chain.length >= DEEPEST) return `it stands on more than ${DEEPEST} awards`;
    chain.push(next);
    at = next;
  }
  return chain;
}

function listFaults({ list, of }: AwardRules, base: Award): Fault[] {
  const faults: Fault[] = [];
  const seen = new Set<string>();
  const known = base.universe === null ? null : new Set(base.universe.map(({ item }) => item));
  list?.forEach((listed, index) => {
    const kept = itemKey(listed);
    if (seen.has(kept)) faults.push({ field: `list.${index}`, text: `${kept} stands there twice` });
    else if (known !== null && !known.has(kept))
      faults.push({ field: `list.${index}`, text: `"${kept}" is nothing that ${of} counts` });
    seen.add(kept);
  });
  return faults;
}

function levelFaults({ levels }: AwardRules): Fault[] {
  const at = levels?.findIndex((level, index) => index > 0 && level <= levels[index - 1]!) ?? -1;
  return at < 0 ? [] : [{ field: `levels.${at}`, text: "each step is more than the one before" }];
}

/** Items are calls, squares, references, numbers, abbreviations: in capitals. */
function itemKey(listed: Listed): string {
  return (typeof listed === "string" ? listed : listed.item).toUpperCase();
}

/** The award that rules say, upon the one it counts as. */
function awardFrom(rules: AwardRules, base: Award): Award {
  const { id, name, only, list } = rules;
  const universe = list === undefined ? base.universe : list.map((listed) => itemFrom(base, listed));
  const counted = list === undefined ? null : new Set(universe!.map(({ item }) => item));
  const proofs = rules.proofs ?? base.proofs;
  const one = rules.one ?? base.one;
  return {
    ...base,
    id,
    version: fingerprint([base.id, base.version, only, counted === null ? null : [...counted].sort(), proofs]),
    name,
    one,
    many: rules.many ?? (rules.one === undefined ? base.many : `${one}s`),
    proofs,
    itemsOf: (contact) => {
      if (!isAmong(only, contact)) return [];
      const items = base.itemsOf(contact);
      return counted === null ? items : items.filter((item) => counted.has(item));
    },
    universe,
    levels: rules.levels ?? (list === undefined ? base.levels : []),
  };
}

function itemFrom(base: Award, listed: Listed): AwardItem {
  const known = describeItem(base, itemKey(listed));
  const name = typeof listed === "string" ? undefined : listed.name;
  return name === undefined ? known : { ...known, name, note: known.note || known.item };
}

/** A number that is another one as soon as anything of what is counted is (FNV-1a, 32 bits). */
function fingerprint(counting: unknown): number {
  let hash = 0x811c9dc5;
  for (const letter of JSON.stringify(counting)) hash = Math.imul(hash ^ letter.codePointAt(0)!, 0x01000193);
  return hash >>> 0;
}

/** The operator's own awards, ready to count. What stands on none that there is, is left out. */
export function ownAwards(all: readonly AwardRules[]): Award[] {
  return all.flatMap((rules) => {
    const base = baseOf(rules, all);
    return typeof base === "string" ? [] : [awardFrom(rules, base)];
  });
}

/** The own awards that stand on one, by name. */
export function standingOn(id: string, all: readonly AwardRules[]): string[] {
  return all.filter((rules) => rules.of === id).map(({ name }) => name);
}
