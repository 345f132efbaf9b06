export { awardIdSchema } from "./awardId";
export {
  type Credit,
  CREDIT_STATES,
  creditFrom,
  type CreditKey,
  creditKey,
  creditSchema,
  type CreditState,
  furtherCredits,
  withCredits,
} from "./credit";
export { type Claimable, type ClaimPlan, creditsOf, planClaim, proofOf, takenCredits } from "./claimPlan";
export { type GrantLine, readGrantList } from "./grantList";
export { isProven, slotsOf, stateOf, worthOf } from "./award";
export type { Slot, SlotFacts, Worth, WorthReading } from "./award";
export { awardById, AWARDS, SOURCES } from "./awards";
export { describeItem } from "./awards/award";
export type { Award, AwardFacts, AwardItem } from "./awards/award";
export { entities as ENTITIES_AWARD } from "./awards/entities";
export { type Gain, gainOf, GAINS } from "./gain";
export {
  AWARD_FORMAT,
  type AwardRules,
  type AwardRulesInput,
  awardRulesSchema,
  checkAwardRules,
  ownAwards,
  standingOn,
} from "./rules";
export { distanceOf, placeOfContact } from "./distance";
export {
  type AwardWorth,
  bestWorth,
  byWorth,
  factsOnAir,
  type Given,
  givenAfter,
  knownFromRemark,
  NOTHING_KNOWN,
  worthOfItem,
  worthsOf,
} from "./onAir";
export {
  type Grant,
  type OwnCredit,
  TIE_CAUSES,
  type TieCause,
  type TiedContact,
  type TieDifference,
  type TieLine,
  type TieOut,
  tieOut,
} from "./tieOut";
export { movedTable, nextLevel, tableOf } from "./table";
