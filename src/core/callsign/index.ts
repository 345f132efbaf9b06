export { baseCall, cleanCall, parseCallsign } from "./callsign";
export type { Callsign, CallsignResult } from "./callsign";
export { expandPrefix, ituAllocation } from "./itu";
