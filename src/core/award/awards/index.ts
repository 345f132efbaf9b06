import type { Award } from "./award";
import { continents } from "./continents";
import { entities } from "./entities";
import { prefixes } from "./prefixes";
import { islands, parks, summits } from "./references";
import { satellites } from "./satellites";
import { squares } from "./squares";
import { stations } from "./stations";
import { canada, unitedStates } from "./states";
import { cqZones, ituZones } from "./zones";

/** All awards, in the order in which they are shown. Whoever adds one names it here, and nowhere else. */
export const AWARDS: readonly Award[] = [
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
];

/** What awards of one's own can be about: what those that ship count, and what none of them does. */
export const SOURCES: readonly Award[] = [...AWARDS, stations];

const BY_ID: ReadonlyMap<string, Award> = new Map(AWARDS.map((award) => [award.id, award]));
const SOURCE_BY_ID: ReadonlyMap<string, Award> = new Map(SOURCES.map((award) => [award.id, award]));

/** An award that ships. */
export function awardById(id: string): Award | undefined {
  return BY_ID.get(id);
}

export function sourceById(id: string): Award | undefined {
  return SOURCE_BY_ID.get(id);
}
