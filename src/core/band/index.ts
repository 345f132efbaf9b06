export {
  bandByName,
  bandLabel,
  bandOfFrequency,
  BANDS,
  compareBands,
  formatFrequency,
  parseFrequency,
  USUAL_BANDS,
} from "./bands";
export type { Band } from "./bands";
export { dialOf, modeAtDial } from "./dials";
export { parseLicence } from "./licence";
export { defaultReport, MODE_GROUPS, modeByName, modeGroup, MODES, parseMode, reportFault, usualMode } from "./modes";
export type { Mode, ModeAndSubmode, ModeGroup } from "./modes";
export { bandEdges, mayTransmit, signalExtent, usualSegments, usualSideband } from "./segments";
export type { Region, Segment, Stretch, TransmitAnswer } from "./segments";
