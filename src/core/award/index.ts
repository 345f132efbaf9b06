export { AWARDS, ENTITIES_AWARD, slotsOf, stateOf, worthOf } from "./award";
export type { Award, Slot, SlotFacts, Worth, WorthReading } from "./award";
export { movedTable, tableOf } from "./table";
