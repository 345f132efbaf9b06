export { readCabrillo } from "./read";
export type { CabrilloFault, CabrilloLog, ReadLine } from "./read";
export { plainText, writeCabrillo } from "./write";
export type { LogHeader, LogLine } from "./write";
