export { entityOfCountry } from "./countries";
export { countedAt, CURRENT_ENTITIES, ENTITIES, entityByCode } from "./entity";
export type { Continent, Entity } from "./entity";
export { chooseEntity, resolve } from "./resolve";
export type { CallException, Resolution } from "./resolve";
export { gridDoubt } from "./gridDoubt";
export { regionOf } from "./region";
export { areaPoints, areaZones } from "./zones";
