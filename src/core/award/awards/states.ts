import type { Point } from "../../geo";
import { subdivisionsOf } from "../../reference/subdivisions";
import { type Award, SHOWN_OR_SIGNED } from "./award";

/** Alaska and Hawaii are entities of their own, and states. */
const UNITED_STATES_ENTITIES = [291, 6, 110];
const CANADA_ENTITIES = [1];
/** A district, and no state. */
const DISTRICT_OF_COLUMBIA = "DC";

/** About the middle of each, degrees north and east, by their codes. */
// prettier-ignore
const UNITED_STATES_MIDDLES = `AL 32.8 -86.8;AK 64 -152;AZ 34.3 -111.7;AR 34.8 -92.4;CA 37.2 -119.5;CO 39 -105.5
CT 41.6 -72.7;DE 39 -75.5;FL 28.6 -82.4;GA 32.6 -83.4;HI 20.3 -156.4;ID 44.4 -114.6;IL 40 -89.2;IN 39.9 -86.3
IA 42.1 -93.5;KS 38.5 -98.4;KY 37.5 -85.3;LA 31.1 -92;ME 45.4 -69.2;MD 39.1 -76.8;MA 42.3 -71.8;MI 44.3 -85.4
MN 46.3 -94.3;MS 32.7 -89.7;MO 38.4 -92.5;MT 47 -109.6;NE 41.5 -99.8;NV 39.3 -116.6;NH 43.7 -71.6;NJ 40.2 -74.7
NM 34.4 -106.1;NY 42.9 -75.5;NC 35.6 -79.4;ND 47.5 -100.5;OH 40.3 -82.8;OK 35.6 -97.5;OR 43.9 -120.6;PA 40.9 -77.8
RI 41.7 -71.6;SC 33.9 -80.9;SD 44.4 -100.2;TN 35.9 -86.4;TX 31.5 -99.3;UT 39.3 -111.7;VT 44.1 -72.7;VA 37.5 -78.9
WA 47.4 -120.4;WV 38.6 -80.6;WI 44.6 -90;WY 43 -107.6`;
// prettier-ignore
const CANADA_MIDDLES = `NS 45.2 -63;QC 52.5 -72;ON 50 -86;MB 55 -97;SK 54.4 -106;AB 54.5 -115;BC 54.5 -125;NT 65 -120
NB 46.6 -66.4;NL 53 -59;YT 63.6 -135.5;PE 46.4 -63.2;NU 66 -90`;

function pointsOf(lines: string): ReadonlyMap<string, Point> {
  return new Map(
    lines.split(/[;\n]/).map((line) => {
      const [code = "", latitude, longitude] = line.split(" ");
      return [code, { latitude: Number(latitude), longitude: Number(longitude) }];
    }),
  );
}

function regions(
  facts: Pick<Award, "id" | "name" | "one" | "many" | "levels">,
  entityCodes: readonly number[],
  middles: ReadonlyMap<string, Point>,
): Award {
  const universe = entityCodes
    .flatMap(subdivisionsOf)
    .filter(({ code }) => code !== DISTRICT_OF_COLUMBIA)
    .map(({ code, name }) => ({ item: code, name, note: code, deleted: false }));
  const known = new Set(universe.map(({ item }) => item));
  return {
    ...facts,
    version: 1,
    noteTitle: "Short",
    proofs: SHOWN_OR_SIGNED,
    told: ["item"],
    itemsOf: ({ entityCode, state }) => {
      const item = state?.toUpperCase() ?? "";
      return entityCode !== null && entityCodes.includes(entityCode) && known.has(item) ? [item] : [];
    },
    universe,
    heldIn: { field: "state", part: String },
    placeOf: (item) => middles.get(item) ?? null,
  };
}

export const unitedStates = regions(
  { id: "unitedStates", name: "States of the USA", one: "state", many: "states", levels: [25, 50] },
  UNITED_STATES_ENTITIES,
  pointsOf(UNITED_STATES_MIDDLES),
);

export const canada = regions(
  { id: "canada", name: "Provinces of Canada", one: "province", many: "provinces", levels: [13] },
  CANADA_ENTITIES,
  pointsOf(CANADA_MIDDLES),
);
