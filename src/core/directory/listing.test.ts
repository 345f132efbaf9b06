import fc from "fast-check";
import { gridCenter, gridOf } from "../geo";
import { completed, EMPTY_LISTING, isComplete, type Listing, together } from "./listing";

const word = fc.option(fc.string({ minLength: 1, maxLength: 8 }));
const listing: fc.Arbitrary<Listing> = fc
  .record({ name: word, place: word, state: word, confirmsOnline: fc.option(fc.boolean()) })
  .chain((facts) =>
    fc
      .option(
        fc.record({
          latitude: fc.double({ min: -89, max: 89, noNaN: true }),
          longitude: fc.double({ min: -179, max: 179, noNaN: true }),
        }),
      )
      .map((point) => ({ ...EMPTY_LISTING, ...facts, ...point, grid: point === null ? null : gridOf(point) })),
  );

test("together they say what the first says that says anything, and nothing else", () => {
  fc.assert(
    fc.property(fc.array(listing, { maxLength: 4 }), (listings) => {
      const whole = together(listings);
      for (const fact of ["name", "place", "state", "confirmsOnline"] as const)
        expect(whole[fact]).toBe(listings.map((one) => one[fact]).find((value) => value !== null) ?? null);
      const { grid, latitude, longitude } = whole;
      const placed = listings.find((one) => one.grid !== null) ?? EMPTY_LISTING;
      expect([grid, latitude, longitude]).toEqual([placed.grid, placed.latitude, placed.longitude]);
    }),
  );
});

test("where a station lies is not put together of two words", () => {
  const coordinates = { ...EMPTY_LISTING, latitude: -34.9, longitude: -56.1 };
  const grid = { ...EMPTY_LISTING, grid: "GF35co" };
  expect(together([coordinates, grid])).toMatchObject({ grid: null, latitude: -34.9 });
  expect(together([grid, coordinates])).toMatchObject({ grid: "GF35co", latitude: null });
});

test.each([
  // Montevideo's city hall lies at 34.9059 S, 56.1913 W.
  [{ latitude: -34.9059, longitude: -56.1913 }, 144, { grid: "GF15vc" }],
  [{ grid: "GF35co" }, 144, { latitude: gridCenter("GF35co")!.latitude, longitude: gridCenter("GF35co")!.longitude }],
  [{ state: "CA" }, 291, { cqZone: 3 }],
  [{ state: "ON" }, 1, { cqZone: 4 }],
  [{ state: "CA", cqZone: 4 }, 291, { cqZone: 4 }],
  [{ state: "??" }, 291, { cqZone: null }],
  [{ state: "CA" }, null, { cqZone: null }],
])("%j of entity %s is completed by %j", (said, entity, expected) => {
  expect(completed({ ...EMPTY_LISTING, ...said }, entity)).toMatchObject(expected);
});

test("a listing without a name, a place or a grid leaves something to ask", () => {
  const whole = { ...EMPTY_LISTING, name: "Ana", place: "Cabo Farol", grid: "GF35" };
  expect(isComplete(whole)).toBe(true);
  for (const fact of ["name", "place", "grid"] as const) expect(isComplete({ ...whole, [fact]: null })).toBe(false);
});
