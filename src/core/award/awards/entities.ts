import { ENTITIES, type Entity, entityByCode } from "../../entity/entity";
import { type Award, type AwardItem, SHOWN_OR_SIGNED } from "./award";

const itemOf = ({ code, name, prefix, deleted }: Entity): AwardItem => ({
  item: String(code),
  name,
  note: prefix,
  deleted,
});

export const entities: Award = {
  id: "entities",
  version: 1,
  name: "Entities",
  one: "entity",
  many: "entities",
  noteTitle: "Prefix",
  proofs: SHOWN_OR_SIGNED,
  told: ["item", "band", "mode"],
  itemsOf: ({ entityCode }) => (entityCode === null ? [] : [String(entityCode)]),
  universe: ENTITIES.map(itemOf),
  heldIn: { field: "entityCode", part: Number },
  placeOf: (item) => entityByCode(Number(item)) ?? null,
  levels: [100, 150, 200, 250, 300],
};
