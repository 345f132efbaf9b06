import type { DistanceUnit } from "@/core/geo";

export const DISTANCE_WORDS: Readonly<Record<DistanceUnit, string>> = { km: "kilometres", mi: "miles" };
