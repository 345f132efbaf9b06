import type { Moment } from "./messages";

/** Calling on one's own frequency, or going to those who call on theirs. */
export type Way = "run" | "search";

/** Where an entry stands, as far as the next step needs it. */
export interface FlowState {
  readonly way: Way;
  readonly call: string;
  /** Whether all parts that are needed have a value. */
  readonly complete: boolean;
  /** Whether our call, or our exchange, was sent to the call that stands there. */
  readonly answered: boolean;
  readonly exchanged: boolean;
}

/** What Enter does next, and how it is said beforehand. */
export interface Step {
  readonly send: Moment | null;
  readonly logs: boolean;
  readonly says: string;
}

/**
 * The next right thing. Running: call, exchange, then log with thanks. Searching: give one's call, then log with one's
 * exchange, which ends such a contact.
 */
export function nextStep({ way, call, complete, answered, exchanged }: FlowState): Step {
  if (way === "run") {
    if (call === "") return { send: "call", logs: false, says: "calls" };
    if (!exchanged) return { send: "exchange", logs: false, says: "sends the exchange" };
    if (!complete) return { send: "again", logs: false, says: "asks again" };
    return { send: "thanks", logs: true, says: "logs, and thanks" };
  }
  if (call === "") return { send: null, logs: false, says: "waits for a call" };
  if (!answered) return { send: "answer", logs: false, says: "sends my call" };
  if (!complete) return { send: "again", logs: false, says: "asks again" };
  return exchanged
    ? { send: null, logs: true, says: "logs" }
    : { send: "exchange", logs: true, says: "sends the exchange, and logs" };
}
