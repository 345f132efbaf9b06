export {
  CHANNEL_NAMES,
  CHANNELS,
  confirmationSchema,
  emptyConfirmation,
  isConfirmed,
  RECEIVED_STATES,
  SENT_STATES,
  standing,
} from "./channel";
export type { Channel, Confirmation, ReceivedState, SentState } from "./channel";
export { explainNoTwin, sameForServices } from "./explain";
export type { Statement } from "./explain";
