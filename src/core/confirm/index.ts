export {
  CHANNEL_NAMES,
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
export type { Channel, Confirmation, ReceivedState, SentState } from "./channel";
export { explainNoTwin, sameForServices, toldAlike } from "./explain";
export type { Statement } from "./explain";
