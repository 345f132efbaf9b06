export { isProven, slotsOf, stateOf, worthOf } from "./award";
export type { Slot, SlotFacts, Worth, WorthReading } from "./award";
export { AWARD_IDS, awardById, type AwardId, AWARDS } from "./awards";
export { describeItem } from "./awards/award";
export type { Award, AwardFacts, AwardItem } from "./awards/award";
export { entities as ENTITIES_AWARD } from "./awards/entities";
export { type Gain, gainOf, GAINS } from "./gain";
export { movedTable, nextLevel, tableOf } from "./table";
