"use client";

import { distanceIn, distanceText } from "@/core/geo";
import { useLogbook } from "./logbook";

/** Distances as the logbook in use says them. */
export function useDistance() {
  const { distances: unit } = useLogbook().logbook;
  return {
    unit,
    /** "11\u2009516 km". */
    text: (kilometres: number) => distanceText(kilometres, unit),
    /** The number alone. */
    of: (kilometres: number) => distanceIn(unit, kilometres),
  };
}
