import { type FormCheck, islandFault, parkFault, summitFault } from "../../reference/forms";
import { type Award, type AwardFacts, SHOWN_OR_SIGNED } from "./award";

/** References that a contact has in a field, several with commas between; what is written otherwise is none. */
function references(
  facts: Pick<Award, "id" | "name" | "one" | "many" | "levels">,
  field: "island" | "summit" | "park",
  fault: FormCheck,
): Award {
  return {
    ...facts,
    version: 1,
    proofs: SHOWN_OR_SIGNED,
    told: ["item"],
    itemsOf: (contact: AwardFacts) => {
      const given = contact[field];
      if (given === null) return [];
      return [...new Set(given.toUpperCase().split(/[\s,]+/))].filter((reference) => fault(reference) === null);
    },
    universe: null,
    heldIn: { field, part: String },
  };
}

export const islands = references(
  { id: "islands", name: "Islands", one: "island reference", many: "island references", levels: [100, 200, 400] },
  "island",
  islandFault,
);

export const summits = references(
  { id: "summits", name: "Summits", one: "summit", many: "summits", levels: [50, 100, 250] },
  "summit",
  summitFault,
);

export const parks = references(
  { id: "parks", name: "Parks", one: "park", many: "parks", levels: [10, 50, 100] },
  "park",
  parkFault,
);
