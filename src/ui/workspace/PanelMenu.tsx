"use client";

import { DropMenu } from "../kit/DropMenu";
import type { PanelDeed } from "./deeds";

type Entry = readonly [label: string, deed: PanelDeed];
const MOVES: readonly Entry[] = [
  ["To the left", { is: "move", side: "left" }],
  ["To the right", { is: "move", side: "right" }],
  ["Up", { is: "move", side: "up" }],
  ["Down", { is: "move", side: "down" }],
  ["Behind the panel before it", { is: "tabs" }],
];
const SIZES: readonly Entry[] = [
  ["Wider", { is: "size", side: "right" }],
  ["Narrower", { is: "size", side: "left" }],
  ["Higher", { is: "size", side: "down" }],
  ["Lower", { is: "size", side: "up" }],
];
const AWAY: readonly Entry[] = [
  ["In a window of its own", { is: "apart" }],
  ["Close", { is: "close" }],
];
const BACK: Entry = ["Back to the window with the entry line", { is: "back" }];

interface PanelMenuProps {
  title: string;
  /** Whether it stands in the window with the entry line. */
  isHome: boolean;
  onDeed: (deed: PanelDeed) => void;
}

/** What can be done to a panel while one arranges. */
export function PanelMenu({ title, isHome, onDeed }: PanelMenuProps) {
  const parts = [MOVES, SIZES, isHome ? AWAY : [BACK, ...AWAY]];
  return (
    <DropMenu
      quiet
      label={`Move, resize or close ${title}`}
      parts={parts.map((entries) => ({
        entries: entries.map(([label, deed]) => ({ label, run: () => onDeed(deed) })),
      }))}
    >
      Move
    </DropMenu>
  );
}
