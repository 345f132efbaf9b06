import { ENTITIES, type Entity } from "../../entity/entity";
import { type AwardItem, defineAward, SHOWN_OR_SIGNED } from "./award";

const itemOf = ({ code, name, prefix, deleted }: Entity): AwardItem => ({
  item: String(code),
  name,
  note: prefix,
  deleted,
});

export const entities = defineAward({
  id: "entities",
  version: 1,
  name: "Entities",
  one: "entity",
  many: "entities",
  proofs: SHOWN_OR_SIGNED,
  told: ["item", "band", "mode"],
  itemsOf: ({ entityCode }) => (entityCode === null ? [] : [String(entityCode)]),
  universe: ENTITIES.map(itemOf),
  heldIn: { field: "entityCode", part: Number },
  levels: [100, 150, 200, 250, 300],
});
