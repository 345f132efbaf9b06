import { subdivisionsOf } from "../../reference/subdivisions";
import { type Award, defineAward, SHOWN_OR_SIGNED } from "./award";

/** Alaska and Hawaii are entities of their own, and states. */
const UNITED_STATES_ENTITIES = [291, 6, 110];
const CANADA_ENTITIES = [1];
/** A district, and no state. */
const DISTRICT_OF_COLUMBIA = "DC";

function regions<const Id extends string>(
  facts: Pick<Award<Id>, "id" | "name" | "one" | "many" | "levels">,
  entityCodes: readonly number[],
): Award<Id> {
  const universe = entityCodes
    .flatMap(subdivisionsOf)
    .filter(({ code }) => code !== DISTRICT_OF_COLUMBIA)
    .map(({ code, name }) => ({ item: code, name, note: code, deleted: false }));
  const known = new Set(universe.map(({ item }) => item));
  return defineAward({
    ...facts,
    version: 1,
    proofs: SHOWN_OR_SIGNED,
    told: ["item"],
    itemsOf: ({ entityCode, state }) => {
      const item = state?.toUpperCase() ?? "";
      return entityCode !== null && entityCodes.includes(entityCode) && known.has(item) ? [item] : [];
    },
    universe,
    heldIn: { field: "state", part: String },
  });
}

export const unitedStates = regions(
  { id: "unitedStates", name: "States of the USA", one: "state", many: "states", levels: [25, 50] },
  UNITED_STATES_ENTITIES,
);

export const canada = regions(
  { id: "canada", name: "Provinces of Canada", one: "province", many: "provinces", levels: [13] },
  CANADA_ENTITIES,
);
