import { type ComponentType, lazy } from "react";

/** A kind of panel: all that is said of it. */
export interface PanelKind {
  /** In arrangements that are kept; never another one. */
  readonly id: string;
  readonly title: string;
  /** What it is for, in the list of panels. */
  readonly about: string;
  /** Says something of the station that is typed. */
  readonly reads: boolean;
  /** Takes what room there is; otherwise it keeps its size. */
  readonly grows: boolean;
  /** As it comes, pixels. */
  readonly width: number;
  /** Where panels stand under one another, on a narrow screen: pixels, or null for as high as it is. */
  readonly stacked: number | null;
  /** Loaded when it is shown first. */
  readonly Content: ComponentType;
}

/** Every kind of panel, in the order in which they are offered. */
export const PANELS: readonly PanelKind[] = [
  {
    id: "reading",
    title: "Reading",
    about: "Who is typed, what a contact is worth, what was before, and where the station lies",
    reads: true,
    grows: false,
    width: 420,
    stacked: null,
    Content: lazy(() => import("./panels/reading")),
  },
  {
    id: "worth",
    title: "Worth",
    about: "What a contact with the typed station is worth, by band and mode",
    reads: true,
    grows: false,
    width: 460,
    stacked: null,
    Content: lazy(() => import("./panels/worth")),
  },
  {
    id: "before",
    title: "Previous contacts",
    about: "The last contacts with the typed station, and the note about it",
    reads: true,
    grows: false,
    width: 300,
    stacked: null,
    Content: lazy(() => import("./panels/before")),
  },
  {
    id: "log",
    title: "Log",
    about: "The log: find, filter, change, export",
    reads: false,
    grows: true,
    width: 700,
    stacked: 360,
    Content: lazy(() => import("./panels/log")),
  },
  {
    id: "spots",
    title: "Spots",
    about: "What spot networks announce, each with its worth and its chance",
    reads: false,
    grows: true,
    width: 620,
    stacked: 360,
    Content: lazy(() => import("./panels/spots")),
  },
  {
    id: "bandMap",
    title: "Band map",
    about: "A band with the stations on it, by frequency",
    reads: false,
    grows: false,
    width: 300,
    stacked: 420,
    Content: lazy(() => import("./panels/bandMap")),
  },
  {
    id: "spectrum",
    title: "Spectrum",
    about: "The band as a receiver hears it, with the calls of those who are heard",
    reads: false,
    grows: true,
    width: 560,
    stacked: 420,
    Content: lazy(() => import("./panels/spectrum")),
  },
  {
    id: "text",
    title: "Decoded text",
    about: "The text of the Morse and RTTY that a receiver hears, with the calls in it",
    reads: false,
    grows: true,
    width: 560,
    stacked: 300,
    Content: lazy(() => import("./panels/text")),
  },
  {
    id: "typing",
    title: "Keyboard",
    about: "Text that is sent as it is typed, in Morse or RTTY",
    reads: false,
    grows: true,
    width: 560,
    stacked: 130,
    Content: lazy(() => import("./panels/typing")),
  },
  {
    id: "map",
    title: "Map",
    about: "Spots and contacts around the site, or on the world, with the night",
    reads: true,
    grows: true,
    width: 480,
    stacked: 340,
    Content: lazy(() => import("./panels/map")),
  },
  {
    id: "hours",
    title: "Hours",
    about: "When the typed station can be heard, by hour and band",
    reads: true,
    grows: false,
    width: 520,
    stacked: null,
    Content: lazy(() => import("./panels/hours")),
  },
  {
    id: "sun",
    title: "Sun",
    about: "What the sun and the earth's field do",
    reads: false,
    grows: false,
    width: 420,
    stacked: null,
    Content: lazy(() => import("./panels/sun")),
  },
  {
    id: "radio",
    title: "Radio",
    about: "The radio that is followed, with what can be turned at it",
    reads: false,
    grows: false,
    width: 300,
    stacked: null,
    Content: lazy(() => import("./panels/radio")),
  },
  {
    id: "awards",
    title: "Awards followed",
    about: "How far the awards are that one follows",
    reads: false,
    grows: false,
    width: 340,
    stacked: null,
    Content: lazy(() => import("./panels/awards")),
  },
  {
    id: "alerts",
    title: "Alerts",
    about: "The rules of alerts, and what one was called for",
    reads: false,
    grows: false,
    width: 460,
    stacked: null,
    Content: lazy(() => import("./panels/alerts")),
  },
  {
    id: "standing",
    title: "Score",
    about: "The score of the contest by band, the rate, the operators",
    reads: false,
    grows: true,
    width: 420,
    stacked: null,
    Content: lazy(() => import("./panels/standing")),
  },
  {
    id: "rate",
    title: "Rate",
    about: "Contacts an hour in the contest, now and hour by hour",
    reads: false,
    grows: false,
    width: 420,
    stacked: null,
    Content: lazy(() => import("./panels/rate")),
  },
  {
    id: "contestLog",
    title: "Contest log",
    about: "The contacts of the contest with what each brought",
    reads: false,
    grows: true,
    width: 640,
    stacked: 340,
    Content: lazy(() => import("./panels/contestLog")),
  },
  {
    id: "positions",
    title: "Positions",
    about: "Who sits on which band, and notes to one another",
    reads: false,
    grows: false,
    width: 420,
    stacked: null,
    Content: lazy(() => import("./panels/positions")),
  },
];

const BY_ID = new Map(PANELS.map((kind) => [kind.id, kind]));

/** What a panel of an arrangement is; one of a later version is none. */
export function panelById(id: string): PanelKind | undefined {
  return BY_ID.get(id);
}

export const isPanel = (id: string): boolean => BY_ID.has(id);
export const panelGrows = (id: string): boolean => BY_ID.get(id)?.grows ?? false;
