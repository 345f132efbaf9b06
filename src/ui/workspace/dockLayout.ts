import { Orientation, type SerializedDockview } from "dockview-react";
import type { PanelPart } from "@/core/contract";
import type { Size } from "../kit/useSize";
import { groupsOf, tidied } from "./arrangement";

type DockPart = SerializedDockview["grid"]["root"];

interface DockLook {
  /** What stands over a panel. */
  readonly titleOf: (panel: string) => string;
  /** Whether groups of one panel have their name over them, too. */
  readonly named: boolean;
}

/**
 * An arrangement as the dock takes it; panels are of one component, which finds out by their ids what they are.
 *
 * @param root with the sizes that it has in this room
 */
export function toDock(root: PanelPart, { width, height }: Size, { titleOf, named }: DockLook): SerializedDockview {
  const part = (one: PanelPart): DockPart => {
    if ("parts" in one) return { type: "branch", data: one.parts.map(part), size: one.size };
    const { panels, shown, size } = one;
    const views = [...panels];
    const activeView = panels[shown] ?? panels[0]!;
    return {
      type: "leaf",
      data: { id: groupId(panels), views, activeView, hideHeader: !named && views.length === 1 },
      size,
    };
  };
  // The dock's outermost part is a split, also where there is but one group.
  const outermost =
    "parts" in root ? root : { split: "across" as const, parts: [{ ...root, size: width }], size: height };
  const orientation = outermost.split === "across" ? Orientation.HORIZONTAL : Orientation.VERTICAL;
  return {
    grid: { root: part(outermost), width, height, orientation },
    panels: Object.fromEntries(
      groupsOf(root).flatMap(({ panels }) =>
        panels.map((id) => [id, { id, contentComponent: PANEL, title: titleOf(id) }]),
      ),
    ),
  };
}

/** The component that all panels are. */
export const PANEL = "panel";
/** Groups are told apart by what is in them: no panel is in two. */
const groupId = (panels: readonly string[]) => `group ${panels[0]}`;

/** What the dock shows, as an arrangement with the sizes that it has there; null where it is empty. */
export function fromDock({ grid }: Pick<SerializedDockview, "grid">): PanelPart | null {
  const part = (one: DockPart, across: boolean): PanelPart => {
    const size = Math.max(0, one.size ?? 0);
    if (Array.isArray(one.data))
      return { split: across ? "across" : "down", parts: one.data.map((inner) => part(inner, !across)), size };
    const { views, activeView } = one.data;
    return { panels: views, shown: Math.max(0, views.indexOf(activeView ?? "")), size };
  };
  return tidied(part(grid.root, grid.orientation === Orientation.HORIZONTAL));
}
