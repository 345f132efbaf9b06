import { type Award, SHOWN_OR_SIGNED } from "./award";

/** Stations by their base calls: an award of one's own says which. */
export const stations: Award = {
  id: "stations",
  version: 1,
  name: "Stations",
  one: "station",
  many: "stations",
  proofs: SHOWN_OR_SIGNED,
  told: ["item"],
  itemsOf: ({ baseCall }) => [baseCall],
  universe: null,
  heldIn: { field: "baseCall", part: String },
  levels: [],
};
