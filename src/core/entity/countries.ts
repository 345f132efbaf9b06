import type { Point } from "../geo";
import { CURRENT_ENTITIES, type Entity, entityByCode } from "./entity";

type Part = readonly [code: number, isThere: (point: Point) => boolean];
const EVERYWHERE = () => true;
const west =
  (of: number, north: number, south = -90) =>
  (point: Point) =>
    point.longitude < of && point.latitude < north && point.latitude > south;

/**
 * Countries, as the outlines of maps name them (Natural Earth, in short form), that are called otherwise in the list of
 * entities, or are several of them: the first part that a place lies in.
 */
const COUNTRIES: Readonly<Record<string, readonly Part[]>> = {
  "Bosnia and Herz.": [[501, EVERYWHERE]],
  "Central African Rep.": [[408, EVERYWHERE]],
  Congo: [[412, EVERYWHERE]],
  Czechia: [[503, EVERYWHERE]],
  "Dem. Rep. Congo": [[414, EVERYWHERE]],
  "Dominican Rep.": [[72, EVERYWHERE]],
  "Eq. Guinea": [[49, EVERYWHERE]],
  "Falkland Is.": [[141, EVERYWHERE]],
  "Fr. S. Antarctic Lands": [[131, EVERYWHERE]],
  France: [
    [63, west(-40, 10)],
    [214, ({ longitude, latitude }) => longitude > 8.3 && latitude < 43.2],
    [227, EVERYWHERE],
  ],
  Gambia: [[422, EVERYWHERE]],
  Greece: [
    [40, ({ latitude }) => latitude < 35.8],
    [236, EVERYWHERE],
  ],
  Italy: [
    [225, west(10, 41.3)],
    [248, EVERYWHERE],
  ],
  Macedonia: [[502, EVERYWHERE]],
  Malaysia: [
    [299, west(108, 90)],
    [46, EVERYWHERE],
  ],
  "N. Cyprus": [[215, EVERYWHERE]],
  "North Korea": [[344, EVERYWHERE]],
  Norway: [
    [259, ({ latitude }) => latitude > 74],
    [266, EVERYWHERE],
  ],
  Russia: [
    [15, ({ longitude }) => longitude > 60 || longitude < 0],
    [126, west(23, 56)],
    [54, EVERYWHERE],
  ],
  "S. Sudan": [[521, EVERYWHERE]],
  Slovakia: [[504, EVERYWHERE]],
  "Solomon Is.": [[185, EVERYWHERE]],
  Somaliland: [[232, EVERYWHERE]],
  "South Korea": [[137, EVERYWHERE]],
  "United Kingdom": [
    [265, west(-5.3, 55.4)],
    [279, ({ latitude }) => latitude > 55],
    [294, west(-3.05, 53.5, 51.4)],
    [223, EVERYWHERE],
  ],
  "United States of America": [
    [6, west(-129, 90, 50)],
    [110, west(-150, 30)],
    [291, EVERYWHERE],
  ],
  Vietnam: [[293, EVERYWHERE]],
  "W. Sahara": [[302, EVERYWHERE]],
  eSwatini: [[468, EVERYWHERE]],
};

const BY_NAME = new Map(CURRENT_ENTITIES.map((entity) => [entity.name, entity]));

/** The entity of a place in a country, as the outlines of maps name it; null where the country is none. */
export function entityOfCountry(country: string, point: Point): Entity | null {
  const part = COUNTRIES[country]?.find(([, isThere]) => isThere(point));
  return (part === undefined ? BY_NAME.get(country) : entityByCode(part[0])) ?? null;
}
