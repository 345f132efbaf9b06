import { ENTITIES, regionOf } from ".";

const codeOf = (name: string) => ENTITIES.find((entity) => entity.name === name)!.code;

test.each([
  // East of the 60th meridian the Indian Ocean is region 3, though its islands count as Africa.
  ["Rodrigues Island", 3],
  ["Chagos Islands", 3],
  ["Kerguelen Islands", 3],
  ["Amsterdam and St. Paul Islands", 3],
  ["Heard Island", 3],
  ["Mauritius", 1],
  ["Seychelles", 1],
  ["Crozet Island", 1],
  ["Peter I Island", 2],
  ["Bouvet", 1],
  // Across the Atlantic.
  ["Greenland", 2],
  ["Iceland", 1],
  ["Azores", 1],
  ["St. Peter and St. Paul Rocks", 2],
  ["Ascension Island", 1],
  ["South Sandwich Islands", 2],
  // Across the Pacific.
  ["Hawaii", 2],
  ["Midway Island", 2],
  ["Johnston Island", 2],
  ["Palmyra and Jarvis Islands", 3],
  ["Clipperton Island", 2],
  ["Ducie Island", 3],
  ["Easter Island", 2],
  ["Wake Island", 3],
  // By the line, or whole.
  ["Oman", 1],
  ["Iran", 3],
  ["Pakistan", 3],
  ["Asiatic Russia", 1],
  ["Mongolia", 1],
  ["China", 3],
  ["Kazakhstan", 1],
  ["Afghanistan", 3],
] as const)("%s lies in region %i", (name, region) => {
  expect(regionOf(codeOf(name))).toBe(region);
});

test("what is unknown lies in none", () => {
  expect([regionOf(null), regionOf(9999)]).toEqual([null, null]);
});
