export { EDI_BANDS } from "./forms";
export { ediLogReader, isEdi } from "./read";
export type { EdiLogReader, ReadEdiLine } from "./read";
export { writeEdi } from "./write";
export type { EdiLine, EdiLog } from "./write";
