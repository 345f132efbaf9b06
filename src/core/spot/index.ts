export { labelsFor } from "./bandMap";
export type { Label, LabelRoom, Named } from "./bandMap";
export { chanceByPath, CHANCES, chanceOf } from "./chance";
export type { Chance, ChanceReading } from "./chance";
export { createLedger } from "./ledger";
export type { Heard, Ledger, Spot } from "./ledger";
export { rankOf } from "./rank";
export { isSpotLine, minutesFrom, readSpotLine, writeSpotLine } from "./spotLine";
export type { SpotLine } from "./spotLine";
