import { CONTINENTS } from "../../reference/zones";
import { defineAward, SHOWN_OR_SIGNED } from "./award";

export const continents = defineAward({
  id: "continents",
  version: 1,
  name: "Continents",
  one: "continent",
  many: "continents",
  proofs: SHOWN_OR_SIGNED,
  told: ["item"],
  itemsOf: ({ continent }) => (continent !== null && continent in CONTINENTS ? [continent] : []),
  universe: Object.entries(CONTINENTS).map(([item, name]) => ({ item, name, note: item, deleted: false })),
  heldIn: { field: "continent", part: String },
  levels: [6],
});
