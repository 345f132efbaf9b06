export { DISTANCE_UNITS, type DistanceUnit, distanceIn, distanceText } from "./distanceText";
export { EARTH_RADIUS_KM, pathBetween, pointAlong, pointsBetween } from "./greatCircle";
export type { Path } from "./greatCircle";
export { gridDistance } from "./gridDistance";
export { gridCenter, gridOf, parseGrid } from "./grid";
export type { GridResult, GridSquare } from "./grid";
export { turn, wrapLongitude } from "./point";
export type { Point } from "./point";
export {
  ASTRONOMICAL_TWILIGHT,
  CIVIL_TWILIGHT,
  darkShare,
  darkSince,
  HORIZON,
  NAUTICAL_TWILIGHT,
  noonNear,
  shadowRing,
  sunAltitude,
  sunDay,
  sunPosition,
  sunState,
} from "./sun";
export type { SunDay, SunPosition, SunState } from "./sun";
