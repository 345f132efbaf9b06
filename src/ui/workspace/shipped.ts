import type { Arrangement, PanelPart } from "@/core/contract";

/** A workspace that ships with the application. */
export interface ShippedWorkspace {
  /** In what browsers keep; never another one. */
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly arrangement: Arrangement;
}

const one = (panel: string, size = 0): PanelPart => ({ panels: [panel], shown: 0, size });
const tabs = (size: number, ...panels: string[]): PanelPart => ({ panels, shown: 0, size });
const across = (size: number, ...parts: PanelPart[]): PanelPart => ({ split: "across", parts, size });
const down = (size: number, ...parts: PanelPart[]): PanelPart => ({ split: "down", parts, size });
const inOne = (main: PanelPart): Arrangement => ({ version: 1, main, windows: [] });

/** Every workspace that ships, in the order of their keys; the first is that of the Desk, as long as none is chosen. */
export const SHIPPED: readonly ShippedWorkspace[] = [
  {
    id: "day",
    name: "Day",
    about: "The reading, and the log",
    arrangement: inOne(down(0, one("reading", 224), one("log", 400))),
  },
  {
    id: "contest",
    name: "Contest",
    about: "The contest's log, its score, the band map, the positions",
    arrangement: inOne(
      across(0, one("contestLog", 800), down(420, tabs(360, "standing", "bandMap"), one("positions", 112))),
    ),
  },
  {
    id: "digital",
    name: "Digital",
    about: "Spots and the band map beside the log",
    arrangement: inOne(
      across(0, down(940, one("reading", 224), tabs(400, "log", "spots")), tabs(320, "bandMap", "radio")),
    ),
  },
  {
    id: "portable",
    name: "Portable phone",
    about: "Little, under one another: for a small screen at a portable site",
    arrangement: inOne(down(0, one("worth", 190), one("before", 150), one("log", 300))),
  },
  {
    id: "two",
    name: "Two screens",
    about: "The log here; map, spots and band map in a window for the other screen",
    arrangement: {
      version: 1,
      main: down(0, one("reading", 224), one("log", 400)),
      windows: [
        {
          number: 1,
          root: across(
            0,
            down(900, one("map", 500), one("spots", 320)),
            down(340, one("bandMap", 500), one("awards", 200)),
          ),
          box: null,
        },
      ],
    },
  },
];

export function shippedById(id: string): ShippedWorkspace | undefined {
  return SHIPPED.find((one) => one.id === id);
}
