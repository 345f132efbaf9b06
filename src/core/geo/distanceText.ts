/** In what distances are said, and how many kilometres one of it has (the mile of the international agreement of 1959). */
const KILOMETRES = { km: 1, mi: 1.609344 } as const;
export type DistanceUnit = keyof typeof KILOMETRES;
export const DISTANCE_UNITS = Object.keys(KILOMETRES) as [DistanceUnit, ...DistanceUnit[]];

export function distanceIn(unit: DistanceUnit, kilometres: number): number {
  return kilometres / KILOMETRES[unit];
}

/** "11\u2009516 km", or "7\u2009156 mi". */
export function distanceText(kilometres: number, unit: DistanceUnit): string {
  return `${String(Math.round(distanceIn(unit, kilometres))).replace(/\B(?=(\d{3})+$)/g, "\u2009")} ${unit}`;
}
