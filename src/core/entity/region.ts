import type { Region } from "../band";
import { type Continent, entityByCode } from "./entity";

const BY_CONTINENT: Readonly<Record<Continent, Region>> = { AF: 1, EU: 1, NA: 2, SA: 2, AS: 3, OC: 3, AN: 3 };

/**
 * Entities that lie in another ITU region than most of their continent, by their codes. Source: the ITU Radio
 * Regulations, article 5.2 to 5.9: region 1 takes in Arabia, the Caucasus, Turkey, the north of Asia and Mongolia, but
 * not Iran; region 2 reaches to Hawaii and its islands.
 */
const OTHERS: ReadonlyMap<number, Region> = new Map([
  ...[
    15, 14, 18, 75, 215, 336, 354, 384, 342, 333, 348, 378, 304, 376, 391, 370, 492, 130, 292, 280, 262, 135, 363, 390,
  ].map((code) => [code, 1] as const),
  ...[510, 283].map((code) => [code, 1] as const),
  ...[110, 123, 138, 174].map((code) => [code, 2] as const),
]);

/** The ITU region of an entity, or null where the entity is not known. */
export function regionOf(entityCode: number | null): Region | null {
  const entity = entityCode === null ? undefined : entityByCode(entityCode);
  return entity === undefined ? null : (OTHERS.get(entity.code) ?? BY_CONTINENT[entity.continent]);
}
