import { entityByCode } from "../entity";
import { CONTINENTS, CQ_ZONES, ITU_ZONES } from "../reference";
import { itemsOf } from "./exchange";
import type { Multiplier, Rules } from "./rules";
import type { Judgement, MultiplierItem } from "./score";

/** A judgement as it is shown: multipliers with their names. */
export interface JudgementView {
  refused: string | null;
  duplicate: boolean;
  points: number;
  why: string;
  fresh: (MultiplierItem & { readonly name: string })[];
  side: string;
  values: Record<string, string>;
}

export function judgementView(rules: Rules, judgement: Judgement): JudgementView {
  const { refused, duplicate, points, why, fresh, side, parts } = judgement;
  return {
    refused,
    duplicate,
    points,
    why,
    fresh: fresh.map((item) => ({ ...item, name: multiplierName(rules, item) })),
    side,
    values: { ...parts },
  };
}

/** What a multiplier's item is called: "14" is a zone's number, and "Western Europe" its name. */
export function multiplierName(rules: Rules, { id, item }: Pick<MultiplierItem, "id" | "item">): string {
  const multiplier = rules.multipliers.find((one) => one.id === id);
  return multiplier === undefined ? item : (knownItems(rules, multiplier).get(item) ?? entityName(multiplier, item));
}

function entityName({ of }: Multiplier, item: string): string {
  return of === "entity" ? (entityByCode(Number(item))?.name ?? item) : item;
}

const zoneNames = (zones: readonly { readonly number: number; readonly name: string }[], digits: number) =>
  new Map(zones.map(({ number, name }) => [String(number).padStart(digits, "0"), name]));

/** Items that a multiplier can have, by their codes; empty where they cannot be listed. */
export function knownItems(rules: Rules, multiplier: Multiplier): ReadonlyMap<string, string> {
  if (multiplier.of === "cqZone") return zoneNames(CQ_ZONES, 1);
  if (multiplier.of === "ituZone") return zoneNames(ITU_ZONES, 1);
  if (multiplier.of === "continent") return new Map(Object.entries(CONTINENTS));
  if (multiplier.of !== "part") return new Map();
  const parts = Object.values(rules.exchange)
    .flat()
    .filter(({ id }) => id === multiplier.part);
  if (parts.some(({ type }) => type === "cqZone")) return zoneNames(CQ_ZONES, 2);
  if (parts.some(({ type }) => type === "ituZone")) return zoneNames(ITU_ZONES, 2);
  return new Map(parts.flatMap((part) => itemsOf(rules, part) ?? []).map(({ code, name }) => [code, name]));
}
