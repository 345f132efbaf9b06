export type {
  CountedConfirmations,
  CountedContacts,
  CountedFact,
  CountedFacts,
  CountedFirsts,
  CountedSendings,
} from "./counted";
export type { Dimension, Key } from "./dimension";
export { contactsOf, type Counted, type Figure, type Series, type Statistic } from "./statistic";
export { statisticById, statisticIdSchema, STATISTICS } from "./statistics";
