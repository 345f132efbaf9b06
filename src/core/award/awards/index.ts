import type { Award } from "./award";
import { continents } from "./continents";
import { entities } from "./entities";
import { prefixes } from "./prefixes";
import { islands, parks, summits } from "./references";
import { satellites } from "./satellites";
import { squares } from "./squares";
import { canada, unitedStates } from "./states";
import { cqZones, ituZones } from "./zones";

/** All awards, in the order in which they are shown. Whoever adds one names it here, and nowhere else. */
export const AWARDS = [
  entities,
  cqZones,
  ituZones,
  continents,
  prefixes,
  squares,
  unitedStates,
  canada,
  islands,
  summits,
  parks,
  satellites,
] as const;
export type AwardId = (typeof AWARDS)[number]["id"];

export const AWARD_IDS: readonly AwardId[] = AWARDS.map(({ id }) => id);

const BY_ID: ReadonlyMap<string, Award<AwardId>> = new Map(AWARDS.map((award) => [award.id, award]));

export function awardById(id: string): Award<AwardId> | undefined {
  return BY_ID.get(id);
}
