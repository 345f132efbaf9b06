export { maximumFrequency } from "./maximumFrequency";
export type { Solar } from "./maximumFrequency";
export { noisePower } from "./noise";
export type { Surroundings } from "./noise";
export { pathLoss } from "./pathLoss";
export type { PathLoss } from "./pathLoss";
