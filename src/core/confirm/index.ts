export {
  CHANNEL_IDS,
  channelName,
  CHANNELS,
  confirmationOf,
  confirmationSchema,
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
export { SERVICE_IDS, serviceById, type ServiceId, SERVICES } from "./services";
export { dueAt, NEVER_BY_ITSELF, pausedUntil, SEND_TIMES, sendTimesSchema, sendTimesText } from "./sendTimes";
export type { SendTimes } from "./sendTimes";
export { ANSWERS } from "./services/service";
export type { AccountLine, Question, SendAnswer, Service, StatementPage, ToldContact } from "./services/service";
export { CAUSES, groupMisses, isUnder, missOf, missText } from "./miss";
export type { Cause, Mend, Miss, MissGroup, OurContact, Told } from "./miss";
export { sameForServices, toldAlike } from "./told";
