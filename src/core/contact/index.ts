export { changedContact } from "./change";
export {
  checkContact,
  completeContact,
  contactDoubts,
  contactFactsSchema,
  extraFieldSchema,
  faultsOf,
} from "./contact";
export type { Checked, CompleteContact, ContactFacts, ContactInput, ExtraField, Fault } from "./contact";
export { callSchema, textSchema } from "./fieldSchemas";
export { FACT_FIELDS, FACT_GROUPS, factField, factText, LINE_FIELDS, SETTABLE_FACTS } from "./fields";
export type { FactField, FactKey, FactKind } from "./fields";
export { additionsFrom } from "./merge";
export { isoTime, secondsOf } from "./seconds";
export { isWritable, madeWritable, unwritableIn } from "./unwritable";
export { isoOf, parseClock, parseDay, stepDay, stepMinutes } from "./typedTime";
export type { Moment } from "./typedTime";
export { compareContacts, CONFIRM_TOLERANCE, DUPLICATE_TOLERANCE, findTwin } from "./match";
export type { Match, MatchFacts } from "./match";
