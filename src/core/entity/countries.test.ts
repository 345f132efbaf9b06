import atlas from "world-atlas/countries-110m.json";
import { entityOfCountry } from ".";

const { geometries } = (atlas as unknown as Atlas).objects.countries;
const names = geometries.map(({ properties }) => properties.name);
const SOMEWHERE = { latitude: 0, longitude: 0 };

test("every country of the map that ships is of an entity", () => {
  expect(names.length).toBeGreaterThan(170);
  expect(names.filter((name) => entityOfCountry(name, SOMEWHERE) === null)).toEqual([]);
});

// Where the places lie, by any atlas.
test.each([
  ["Germany", 52.5, 13.4, "DL"],
  ["North Korea", 39, 125.8, "P5"],
  ["Vietnam", 21, 105.8, "3W"],
  ["United States of America", 47.6, -122.3, "K"],
  ["United States of America", 61.2, -149.9, "KL"],
  ["United States of America", 21.3, -157.9, "KH6"],
  ["Russia", 55.8, 37.6, "UA"],
  ["Russia", 54.7, 20.5, "UA2"],
  ["Russia", 55, 82.9, "UA9"],
  ["Russia", 66, -172, "UA9"],
  ["United Kingdom", 51.5, -0.1, "G"],
  ["United Kingdom", 56.5, -4, "GM"],
  ["United Kingdom", 54.6, -5.9, "GI"],
  ["United Kingdom", 52.3, -3.7, "GW"],
  ["United Kingdom", 50.4, -4.1, "G"],
  ["France", 48.9, 2.3, "F"],
  ["France", 4.9, -52.3, "FY"],
  ["France", 42.2, 9.1, "TK"],
  ["Italy", 39.2, 9.1, "IS"],
  ["Italy", 41.9, 12.5, "I"],
  ["Malaysia", 3.1, 101.7, "9M2"],
  ["Malaysia", 4, 114.5, "9M6"],
  ["Norway", 78.2, 15.6, "JW"],
  ["Greece", 35.2, 25, "SV9"],
])("%s at %d, %d is %s", (country, latitude, longitude, prefix) => {
  expect(entityOfCountry(country, { latitude, longitude })?.prefix).toBe(prefix);
});

test("what is no country is of no entity", () => {
  expect(entityOfCountry("Nowhere", SOMEWHERE)).toBeNull();
});

interface Atlas {
  readonly objects: {
    readonly countries: { readonly geometries: readonly { readonly properties: { readonly name: string } }[] };
  };
}
