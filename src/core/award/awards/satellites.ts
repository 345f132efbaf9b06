import { type Award, SHOWN_OR_SIGNED } from "./award";

export const satellites: Award = {
  id: "satellites",
  version: 1,
  name: "Satellites",
  one: "satellite",
  many: "satellites",
  proofs: SHOWN_OR_SIGNED,
  told: ["item"],
  itemsOf: ({ satellite }) => (satellite === null || satellite.trim() === "" ? [] : [satellite.trim().toUpperCase()]),
  universe: null,
  heldIn: { field: "satellite", part: String },
  levels: [],
};
