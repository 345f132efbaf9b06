export { checkDescriptor, descriptorSchema, modesOf, PART_NAMES, PARTS } from "./descriptor";
export type { Descriptor, PartName } from "./descriptor";
export { dialectOf, filled } from "./dialect";
export type { Dialect, Heard, PartValue } from "./dialect";
export { logModeFor, radioModeFor } from "./modes";
export { SHIPPED_DESCRIPTORS } from "./shipped";
export { RADIO_MODES, radioChangeSchema, radioStateSchema, transmitHz, UNKNOWN_RADIO } from "./state";
export type { RadioChange, RadioMode, RadioState } from "./state";
