"use client";

import { z } from "zod";
import { kept, useKept } from "../kit/kept";
import { useAddress } from "../kit/useAddress";

/** What Airwaves shows; which of them are of spots, so that the spots' filter stands over them. */
export const TABS = [
  { name: "Spots", ofSpots: true },
  { name: "Band map", ofSpots: true },
  { name: "Spectrum", ofSpots: true },
  { name: "Map", ofSpots: true },
  { name: "Hours", ofSpots: false },
  { name: "Sun", ofSpots: false },
  { name: "Alerts", ofSpots: false },
] as const;
export type TabName = (typeof TABS)[number]["name"];
export const TAB_NAMES = TABS.map(({ name }) => name);
/** Where the reading is folded: the map needs the room, and has its own, and alerts are read one by one. */
const keptFolds = kept<readonly string[]>(
  "folds",
  ["Spectrum", "Map", "Alerts"],
  () => localStorage,
  (data) => z.array(z.string()).max(20).safeParse(data).data ?? null,
);
const inAddress = (name: string) => name.toLowerCase().replace(" ", "-");

/** Which tab is shown, and whether the reading is folded there. */
export function useAirwavesTab() {
  const [params, go] = useAddress();
  const tab = TABS.find(({ name }) => inAddress(name) === params.get("tab")) ?? TABS[0];
  const foldedAt = useKept(keptFolds);
  const folded = foldedAt.includes(tab.name);
  return {
    tab,
    folded,
    show: (name: TabName) => go({ tab: name === TABS[0].name ? null : inAddress(name) }, "replace"),
    turnFold: () => keptFolds.set(folded ? foldedAt.filter((name) => name !== tab.name) : [...foldedAt, tab.name]),
  };
}
