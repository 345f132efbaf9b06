import { awardById, type Credit, creditKey, creditsOf, type CreditState } from "../award";
import { bandByName } from "../band";
import type { CompleteContact, ContactInput, ExtraField } from "../contact";

/** The fields of the standard that name credits, by how those stand. */
const FIELD_OF = { claimed: "CREDIT_SUBMITTED", granted: "CREDIT_GRANTED" } as const;
type Named = keyof typeof FIELD_OF;

/**
 * The names of the standard's enumeration of credits that mean an award of ours: an item as such, on a band, or in a
 * mode. The others are kept as they came.
 */
const NAMES: readonly (readonly [name: string, award: string, on: "item" | "band" | "mode"])[] = [
  ["DXCC", "entities", "item"],
  ["DXCC_BAND", "entities", "band"],
  ["DXCC_MODE", "entities", "mode"],
  ["CQWAZ_MIXED", "cqZones", "item"],
  ["WITUZ", "ituZones", "item"],
  ["WAC", "continents", "item"],
  ["CQWPX", "prefixes", "item"],
  ["VUCC_BAND", "squares", "band"],
  ["WAS", "unitedStates", "item"],
  ["IOTA", "islands", "item"],
];

function kindOf(on: string): "item" | "band" | "mode" {
  return on === "" ? "item" : bandByName(on) === undefined ? "mode" : "band";
}

/** What the standard calls credits that stand so, each name once. */
function namesOf(credits: readonly Credit[], state: Named): string[] {
  const own = credits.filter((credit) => credit.state === state);
  return NAMES.filter(([, award, on]) => own.some((one) => one.award === award && kindOf(one.on) === on)).map(
    ([name]) => name,
  );
}

const listOf = (value: string) => value.split(",").map((entry) => entry.trim());
const nameIn = (entry: string) => entry.split(":")[0]!.toUpperCase();
const MEANT = new Map(NAMES.map(([name, award, on]) => [name, { award, on }]));

/** The standard's fields for a contact's credits: what came in a file stays, and what is ours comes behind it. */
export function creditFields({
  credits,
  extra,
}: {
  readonly credits: readonly Credit[];
  readonly extra: readonly ExtraField[];
}): { readonly name: string; readonly value: string }[] {
  return (Object.keys(FIELD_OF) as Named[]).flatMap((state) => {
    const name = FIELD_OF[state];
    const came = extra.find((field) => field.name === name)?.value;
    const known = came === undefined ? [] : listOf(came).map(nameIn);
    const added = namesOf(credits, state).filter((one) => !known.includes(one));
    if (added.length === 0) return [];
    return [{ name, value: [...(came === undefined ? [] : [came]), ...added].join(",") }];
  });
}

/** The further fields of a record of ours without what its credits say already. */
export function withoutOwnCredits(draft: Pick<ContactInput, "credits" | "extra">): ExtraField[] {
  const credits = (draft.credits ?? []) as readonly Credit[];
  return (draft.extra ?? []).flatMap((field) => {
    const state = (Object.keys(FIELD_OF) as Named[]).find((one) => FIELD_OF[one] === field.name);
    if (state === undefined || credits.length === 0) return [field];
    const own = namesOf(credits, state);
    const left = listOf(field.value).filter((entry) => !own.includes(entry));
    if (left.length === listOf(field.value).length) return [field];
    return left.length === 0 ? [] : [{ ...field, value: left.join(",") }];
  });
}

/** The credits that the standard's fields of a file name, for a contact that has none of ours: by its own items. */
export function creditsByStandard(contact: CompleteContact): Credit[] {
  if (contact.credits.length > 0) return [...contact.credits];
  const found = new Map<string, Credit>();
  // What is granted was claimed before: it comes last, and holds.
  for (const state of ["claimed", "granted"] satisfies CreditState[]) {
    const field = contact.extra.find(({ name }) => name === FIELD_OF[state]);
    if (field === undefined) continue;
    for (const entry of listOf(field.value)) {
      const meant = MEANT.get(nameIn(entry));
      const award = meant === undefined ? undefined : awardById(meant.award);
      if (award === undefined) continue;
      for (const key of creditsOf(award, contact))
        if (kindOf(key.on) === meant!.on)
          found.set(creditKey(key), { ...key, state, day: null, claim: null, source: "file", reason: null });
    }
  }
  return [...found.values()];
}
