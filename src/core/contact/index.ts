export {
  checkContact,
  completeContact,
  contactDoubts,
  contactFactsSchema,
  extraFieldSchema,
  faultsOf,
  isoTime,
  secondsOf,
} from "./contact";
export type { Checked, CompleteContact, ContactFacts, ContactInput, ExtraField, Fault } from "./contact";
export { compareContacts, CONFIRM_TOLERANCE, DUPLICATE_TOLERANCE, findTwin } from "./match";
export type { Match, MatchFacts } from "./match";
