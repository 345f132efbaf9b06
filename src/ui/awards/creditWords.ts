import { type CreditKey, describeItem } from "@/core/award";
import { bandByName, bandLabel } from "@/core/band";
import type { AwardState } from "./useAwards";

/** What of an item a credit is for: the item as such, a band, or a mode group. */
export function onText(on: string): string {
  return bandByName(on) === undefined ? on : bandLabel(on);
}

/** Credits in words, award by award: "Entities: Faroe Islands, 20 m, CW; CQ zones: Zone 14". */
export function creditsText(credits: readonly CreditKey[], awards: readonly AwardState[]): string {
  const byItem = new Map<string, { readonly award: string; readonly item: string; readonly on: string[] }>();
  for (const { award, item, on } of credits) {
    const key = `${award}\n${item}`;
    const known = byItem.get(key) ?? { award, item, on: [] };
    known.on.push(on);
    byItem.set(key, known);
  }
  return [...byItem.values()]
    .map(({ award, item, on }) => {
      const of = awards.find((one) => one.award === award)?.of;
      const name = of === undefined ? item : describeItem(of, item).name;
      const parts = on.filter((one) => one !== "").map(onText);
      const what = on.includes("") ? [name, ...parts].join(", ") : `${name} on ${parts.join(", ")}`;
      return `${of?.name ?? award}: ${what}`;
    })
    .join("; ");
}

/** An amount in the smallest coin, as it is written: "1.50". */
export function amountText(amount: number): string {
  return (amount / 100).toFixed(2);
}

/** An amount as it is typed, with a point or a comma, in the smallest coin; null where it is none. */
export function amountFrom(typed: string): number | null {
  const text = typed.trim().replace(",", ".");
  return /^\d{1,4}(\.\d{1,2})?$/.test(text) ? Math.round(Number(text) * 100) : null;
}
