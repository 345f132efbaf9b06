import { gridCenter } from "../../geo";
import { type Award, SHOWN_OR_SIGNED } from "./award";

const SQUARE = /^[A-R]{2}[0-9]{2}/;

export const squares: Award = {
  id: "squares",
  version: 1,
  name: "Grid squares",
  one: "square",
  many: "squares",
  proofs: SHOWN_OR_SIGNED,
  told: ["item", "band"],
  itemsOf: ({ grid }) => {
    const [square] = SQUARE.exec(grid?.toUpperCase() ?? "") ?? [];
    return square === undefined ? [] : [square];
  },
  universe: null,
  heldIn: { field: "grid", part: String },
  placeOf: gridCenter,
  isOfSquares: true,
  levels: [100, 250, 500, 1000],
};
