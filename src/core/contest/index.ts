export { belongsTo, spanOf } from "./belongs";
export { checkLog, exchangeDoubts } from "./check";
export type { KnownCalls } from "./doubtfulCalls";
export { claimLog } from "./claim";
export type { Claim } from "./claim";
export type { CheckedContact, CheckKind, Finding } from "./check";
export { groupsOf } from "./contestModes";
export { conditionSchema, conditionText } from "./condition";
export type { Condition } from "./condition";
export { categoryWords } from "./categoryWords";
export {
  choicesFor,
  columnsOf,
  heldParts,
  meaningOf,
  itemsOf,
  keptTexts,
  partsOf,
  readPart,
  readParts,
  understandExchange,
  valueOfType,
} from "./exchange";
export type { KeptExchange, ListItem, PartReading, Sender, TypedParts, Understood } from "./exchange";
export { ediFileReader } from "./fromEdi";
export { nextStep } from "./flow";
export { contestLogReader, isCabrillo, wordCounts, wordCountsFor } from "./fromCabrillo";
export type { FlowState, Step, Way } from "./flow";
export { allowedBy, categoryFault, limitsFor } from "./limits";
export { judgementView, knownItems, multiplierName } from "./judgementView";
export type { KnownItem } from "./judgementView";
export { messageSetSchema, messageText, piecesOf, spelled, spokenText, usualMessages } from "./messages";
export type { Message, MessageFacts, MessagePiece, MessageSet, Moment } from "./messages";
export { deadlineOf, periodAt, periodBefore, periodsIn, sessionPeriods } from "./period";
export type { Period } from "./period";
export { byHour, operatingTime, rateAt } from "./rate";
export { checkRules, soundRules } from "./checkRules";
export { CATEGORY_KINDS, NEWEST_FORMAT, OUTSIDE, PART_TYPES, readRules, rulesSchema, WEEKDAYS } from "./rules";
export type { Category, CategoryKind, Multiplier, Part, Rules, RulesInput, Session } from "./rules";
export { withinsOf } from "./assess";
export { createScoreboard } from "./score";
export { exchangeOf, exchangeValues, heardExchange, isReport, withFigures } from "./saidExchange";
export type { Exchanger, SaidExchange } from "./saidExchange";
export { settleExchange, withoutStaleParts } from "./settle";
export type { Settled } from "./settle";
export type {
  SessionScore,
  BandScore,
  ContestContact,
  Entrant,
  Judgement,
  MultiplierItem,
  Score,
  Scoreboard,
} from "./score";
export { SHIPPED_CONTESTS } from "./shipped";
export { sourceValues } from "./sources";
export type { PartSource } from "./sources";
export { sentParts, sideByCall, sideOf, stationByCall, stationOf } from "./station";
export type { StationGiven } from "./station";
export { worthOf } from "./worth";
export type { LastContact, Worth } from "./worth";
export { tryRules } from "./tryOut";
export type { Tried, TriedOut } from "./tryOut";
