import type { Slot } from "./award";

/** What a confirmed contact adds to an item: the item itself, a band of it, or a mode group on a band. */
export const GAINS = ["item", "band", "mode"] as const;
export type Gain = (typeof GAINS)[number];

/**
 * What one more confirmed contact in a slot adds; null where the slot was confirmed before.
 *
 * @param before the item's slots as they were
 */
export function gainOf(
  before: readonly Pick<Slot, "band" | "modeGroup" | "confirmed">[],
  { band, modeGroup }: Pick<Slot, "band" | "modeGroup">,
): Gain | null {
  const confirmed = before.filter((slot) => slot.confirmed > 0);
  if (confirmed.length === 0) return "item";
  const onBand = confirmed.filter((slot) => slot.band === band);
  if (onBand.length === 0) return "band";
  return onBand.some((slot) => slot.modeGroup === modeGroup) ? null : "mode";
}
