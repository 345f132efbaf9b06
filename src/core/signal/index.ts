export { dotLength, FASTEST, keyed, keyingTime, SLOWEST, unkeyable, USUAL_KEYING } from "./morse";
export type { KeyedLetter, Keying } from "./morse";
