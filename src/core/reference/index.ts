export { countyFault, islandFault, parkFault, summitFault } from "./forms";
export type { FormCheck } from "./forms";
export { editDistance, recogniseSection, SECTIONS } from "./sections";
export type { Section, SectionAnswer } from "./sections";
export { isSubdivision, subdivisionOf, SUBDIVISIONS, subdivisionsOf } from "./subdivisions";
export type { Subdivision } from "./subdivisions";
export { CONTINENTS, CQ_ZONES, ITU_ZONES } from "./zones";
export type { Zone } from "./zones";
