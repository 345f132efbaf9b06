export { dotLength, FASTEST, keyed, keyingTime, SLOWEST, unkeyable, USUAL_KEYING } from "./morse";
export type { KeyedLetter, Keying } from "./morse";
export { baudotCodes, createBaudotPrinter, printed, unprintable } from "./baudot";
export type { BaudotPrinter } from "./baudot";
export { createRttyReader, rttySound, USUAL_BAUD, USUAL_SHIFT } from "./rtty";
export type { RttyRead, RttyReader, RttyTones } from "./rtty";
