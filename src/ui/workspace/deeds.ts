import type { Arrangement, PanelPart } from "@/core/contract";
import { moved, resized, type Side, together } from "./arrangement";
import { apart, closed, movedTo, type WindowNumber, withRoot } from "./placing";

/** What one does to a panel while panels are arranged. */
export type PanelDeed =
  { readonly is: "move" | "size"; readonly side: Side } | { readonly is: "tabs" | "apart" | "back" | "close" };

/** @param shown the panels of the window with the sizes that they have there */
export type DoToPanel = (panel: string, deed: PanelDeed, shown: PanelPart) => void;

/** By how much a panel gets larger or smaller at once, pixels. */
const STEP = 40;

/**
 * An arrangement after a deed in one of its windows, and the window that is to be opened for it, if any.
 *
 * @param shown the panels of that window with the sizes that they have there
 */
export function afterDeed(
  before: Arrangement,
  window: WindowNumber,
  { panel, deed, shown }: { readonly panel: string; readonly deed: PanelDeed; readonly shown: PanelPart },
): { readonly arrangement: Arrangement; readonly opens: number | null } {
  const here = (root: PanelPart) => ({ arrangement: withRoot(before, window, root), opens: null });
  switch (deed.is) {
    case "move":
      return here(moved(shown, panel, deed.side));
    case "tabs":
      return here(together(shown, panel));
    case "size": {
      const along = deed.side === "left" || deed.side === "right" ? "across" : "down";
      return here(resized(shown, panel, along, deed.side === "right" || deed.side === "down" ? STEP : -STEP));
    }
    case "close":
      return { arrangement: closed(before, panel), opens: null };
    case "back":
      return { arrangement: movedTo(before, panel, null), opens: null };
    case "apart": {
      const { arrangement, number } = apart(before, panel);
      return { arrangement, opens: number };
    }
  }
}
