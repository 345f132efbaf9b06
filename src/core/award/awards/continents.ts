import type { Point } from "../../geo";
import { CONTINENTS } from "../../reference/zones";
import { type Award, SHOWN_OR_SIGNED } from "./award";

const MIDDLES: Readonly<Record<string, Point>> = {
  AF: { latitude: 5, longitude: 20 },
  AN: { latitude: -78, longitude: 0 },
  AS: { latitude: 45, longitude: 90 },
  EU: { latitude: 50, longitude: 15 },
  NA: { latitude: 45, longitude: -100 },
  OC: { latitude: -20, longitude: 145 },
  SA: { latitude: -15, longitude: -58 },
};

export const continents: Award = {
  id: "continents",
  version: 1,
  name: "Continents",
  one: "continent",
  many: "continents",
  noteTitle: "Short",
  proofs: SHOWN_OR_SIGNED,
  told: ["item"],
  itemsOf: ({ continent }) => (continent !== null && continent in CONTINENTS ? [continent] : []),
  universe: Object.entries(CONTINENTS).map(([item, name]) => ({ item, name, note: item, deleted: false })),
  heldIn: { field: "continent", part: String },
  placeOf: (item) => MIDDLES[item] ?? null,
  levels: [6],
};
