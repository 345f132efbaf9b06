export { cabrilloReader, LONGEST_LINE, readCabrillo } from "./read";
export type { CabrilloFault, CabrilloLog, ReadLine, WordCount, WordCounts } from "./read";
export { plainText, writeCabrillo } from "./write";
export type { LogHeader, LogLine } from "./write";
