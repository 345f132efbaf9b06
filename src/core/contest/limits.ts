import { bandByName } from "../band";
import { BAND_WORDS } from "../cabrillo/bandWords";
import type { Category, Rules } from "./rules";

type CategorySet = Readonly<Record<string, readonly string[] | undefined>>;

/** Whether a category is one of a set: for each kind that the set names, one of its values. */
export function isInSet(category: Category, set: CategorySet): boolean {
  return Object.entries(set).every(
    ([kind, values]) => values === undefined || values.includes(category[kind as keyof Category] ?? ""),
  );
}

/** Why a category cannot be entered; null when it can. */
export function categoryFault(rules: Pick<Rules, "categories" | "combinations">, category: Category): string | null {
  for (const [kind, values] of Object.entries(rules.categories)) {
    const chosen = category[kind as keyof Category];
    if (chosen === undefined) return `the ${kind} category is missing: choose one of ${values.join(", ")}`;
    if (!values.includes(chosen))
      return `${chosen} is no ${kind} category of this contest: choose ${values.join(", ")}`;
  }
  const other = Object.keys(category).find((kind) => rules.categories[kind as keyof Category] === undefined);
  if (other !== undefined) return `this contest has no ${other} category`;
  if (rules.combinations.length === 0 || rules.combinations.some((set) => isInSet(category, set))) return null;
  return `this combination does not exist: ${Object.values(category).join(", ")}`;
}

/** Watts that the Cabrillo format's power categories stand for, where the contest says no others. */
const MOST_WATTS: Readonly<Record<string, number>> = { LOW: 100, QRP: 5 };

/** The limits that hold for a category, the first of each kind. */
export function limitsFor(rules: Pick<Rules, "limits">, category: Category) {
  const fitting = rules.limits.filter((limit) => isInSet(category, limit.category));
  const withHours = fitting.find(({ operatingHours }) => operatingHours !== undefined);
  return {
    operatingHours: withHours?.operatingHours ?? null,
    offMinutes: (withHours ?? fitting[0])?.offMinutes ?? 60,
    watts: fitting.find(({ watts }) => watts !== undefined)?.watts ?? MOST_WATTS[category.power ?? ""] ?? null,
    bandChangesAnHour:
      fitting.find(({ bandChangesAnHour }) => bandChangesAnHour !== undefined)?.bandChangesAnHour ?? null,
  };
}

/** The bands and modes that a category allows; null where all of the contest's are. */
export function allowedBy(category: Category): { readonly band: string | null; readonly mode: string | null } {
  const { band, mode } = category;
  const groups: Readonly<Record<string, string>> = {
    CW: "CW",
    SSB: "voice",
    PH: "voice",
    FM: "FM",
    RTTY: "RTTY",
    DIGI: "digital",
  };
  return {
    band: band === undefined || band === "ALL" ? null : bandOfCategory(band),
    mode: mode === undefined || mode === "MIXED" ? null : (groups[mode] ?? null),
  };
}

/** The band of a category: "20M" by its name, and "432" by the format's word for it. */
function bandOfCategory(category: string): string {
  const named = Object.entries(BAND_WORDS).find(([, word]) => word === category);
  return bandByName(category.toLowerCase())?.name ?? named?.[0] ?? category.toLowerCase();
}
