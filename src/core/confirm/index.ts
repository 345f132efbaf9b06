export {
  CHANNEL_IDS,
  channelName,
  CHANNELS,
  confirmationOf,
  confirmationSchema,
  CONFIRMED_STATES,
  emptyConfirmation,
  isConfirmed,
  queuedFor,
  RECEIVED_STATES,
  SENT_STATES,
  servicesWaitedFor,
  standing,
  withConfirmation,
} from "./channel";
export type { Channel, Confirmation, Proof, ReceivedState, SentState } from "./channel";
export { FIGURES, figuresOf, moves, sideOf } from "./chart";
export type { ChartCell, Charted, ChartLine, ChartPart, Figure, Figures } from "./chart";
export { stepsFor, stepText } from "./inStep";
export type { PlannedStep } from "./inStep";
export { SERVICE_IDS, serviceById, type ServiceId, SERVICES } from "./services";
export { ASK_AGAIN_DAYS, ASK_WAYS, askText, askWayText, lacksOf } from "./asking";
export type { AskWay, Lack } from "./asking";
export { dueAt, NEVER_BY_ITSELF, pausedUntil, SEND_TIMES, sendTimesSchema, sendTimesText } from "./sendTimes";
export type { SendTimes } from "./sendTimes";
export { ANSWERS, SPONSOR_ANSWERS } from "./services/service";
export type {
  AccountCredit,
  AccountLine,
  AccountTotal,
  ClaimAnswer,
  ClaimedCredit,
  Grantor,
  ProvenContact,
  Question,
  Registrar,
  SendAnswer,
  SentContact,
  Service,
  Sponsor,
  Standing,
  StatementPage,
  ToldContact,
} from "./services/service";
export { CAUSES, groupMisses, isUnder, mendOf, missOf, missText } from "./miss";
export type { Cause, Mend, Miss, MissGroup, OurContact, Told } from "./miss";
export { sameForServices, toldAlike } from "./told";
