import { placeTyped } from "./placeTyped";

const NOW = Date.UTC(2026, 10, 27) / 1000;

test("a place is typed as a grid, a call, or its beginning", () => {
  expect(placeTyped("JO43", NOW)).toEqual({ latitude: 53.5, longitude: 9, name: "JO43", entity: undefined });
  expect(placeTyped(" gf35co ", NOW)?.latitude).toBeCloseTo(-34.4, 1);
  expect(placeTyped("ja", NOW)).toMatchObject({ name: "Japan", entity: 339 });
  expect(placeTyped("OY4QSA", NOW)).toMatchObject({ name: "Faroe Islands" });
});

test.each(["", "  ", "?", "nowhere at all", "12"])("%j is no place", (text) => {
  expect(placeTyped(text, NOW)).toBeNull();
});
