import { entityByCode } from "../entity";
import { CONTINENTS, CQ_ZONES, ITU_ZONES } from "../reference";
import { formItems, formsOf } from "./exchange";
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
  const items = partsCounted(rules, multiplier).flatMap((part) =>
    formsOf(part).flatMap((form): readonly KnownItem[] => {
      if (form.type === "cqZone") return zones(CQ_ZONES, 2);
      if (form.type === "ituZone") return zones(ITU_ZONES, 2);
      return (form.entities ?? [null]).flatMap((entity) =>
        (formItems(rules, form, entity) ?? []).map(({ code, name }) => ({
          item: code,
          entity,
          name,
        })),
      );
    }),
  );
  return [...new Map(items.map((one) => [`${one.entity} ${one.item}`, one])).values()];
}
