import { entityByCode } from "../entity";
import { CONTINENTS, CQ_ZONES, ITU_ZONES } from "../reference";
import { itemsOf } from "./exchange";
import { type Multiplier, partsCounted, type Rules } from "./rules";
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

/** What a multiplier can be counted by. */
export interface KnownItem extends Pick<MultiplierItem, "item" | "entity"> {
  readonly name: string;
}

/** What a multiplier's item is called: "14" is a zone's number, and "Western Europe" its name. */
export function multiplierName(
  rules: Rules,
  { id, item, entity }: Pick<MultiplierItem, "id" | "item" | "entity">,
): string {
  const multiplier = rules.multipliers.find((one) => one.id === id);
  if (multiplier === undefined) return item;
  if (multiplier.of === "entity") return entityByCode(Number(item))?.name ?? item;
  return knownItems(rules, multiplier).find((one) => one.item === item && one.entity === entity)?.name ?? item;
}

const KNOWN = new WeakMap<Multiplier, readonly KnownItem[]>();

/** Items that a multiplier can have; empty where they cannot be listed. */
export function knownItems(rules: Rules, multiplier: Multiplier): readonly KnownItem[] {
  let known = KNOWN.get(multiplier);
  if (known === undefined) KNOWN.set(multiplier, (known = listedItems(rules, multiplier)));
  return known;
}

function listedItems(rules: Rules, multiplier: Multiplier): KnownItem[] {
  const zones = (all: readonly { readonly number: number; readonly name: string }[], digits: number) =>
    all.map(({ number, name }) => ({ item: String(number).padStart(digits, "0"), entity: null, name }));
  if (multiplier.of === "cqZone") return zones(CQ_ZONES, 1);
  if (multiplier.of === "ituZone") return zones(ITU_ZONES, 1);
  if (multiplier.of === "continent")
    return Object.entries(CONTINENTS).map(([item, name]) => ({ item, entity: null, name }));
  const parts = partsCounted(rules, multiplier);
  if (parts.some(({ type }) => type === "cqZone")) return zones(CQ_ZONES, 2);
  if (parts.some(({ type }) => type === "ituZone")) return zones(ITU_ZONES, 2);
  const items = parts.flatMap((part) =>
    (part.entities ?? [null]).flatMap((entity) =>
      (itemsOf(rules, part, entity) ?? []).map(({ code, name }) => ({ item: code, entity, name })),
    ),
  );
  return [...new Map(items.map((one) => [`${one.entity} ${one.item}`, one])).values()];
}
