export { fittingCalls, isHintable } from "./hints";
export { isLetterApart } from "./letterApart";
export type { KnownCall } from "./hints";
export { baseCall, cleanCall, parseCallsign, parsePartialCall } from "./callsign";
export type { Callsign, CallsignResult } from "./callsign";
export { expandPrefix, ituAllocation } from "./itu";
export { prefixTree } from "./prefixTree";
