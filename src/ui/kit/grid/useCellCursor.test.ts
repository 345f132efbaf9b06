import fc from "fast-check";
import { stepTo } from "./useCellCursor";

const KEYS = ["ArrowDown", "ArrowUp", "ArrowLeft", "ArrowRight", "PageDown", "PageUp", "Home", "End"];
const SIZE = { rows: 100, columns: 5, page: 20 };

test.each([
  ["ArrowDown", { row: 8, column: 2 }],
  ["ArrowUp", { row: 6, column: 2 }],
  ["ArrowLeft", { row: 7, column: 1 }],
  ["ArrowRight", { row: 7, column: 3 }],
  ["PageDown", { row: 27, column: 2 }],
  ["PageUp", { row: 0, column: 2 }],
  ["Home", { row: 0, column: 2 }],
  ["End", { row: 99, column: 2 }],
])("%s goes from the eighth row's third cell to %j", (key, cell) => {
  expect(stepTo(key, { row: 7, column: 2 }, SIZE)).toEqual(cell);
});

test("other keys go nowhere", () => {
  for (const key of ["Enter", "a", "F2", " "]) expect(stepTo(key, { row: 7, column: 2 }, SIZE)).toBeNull();
});

test("no keys lead out of a table of any size", () => {
  const size = fc.record({
    rows: fc.nat(300),
    columns: fc.integer({ min: 1, max: 20 }),
    page: fc.integer({ min: 1, max: 50 }),
  });
  fc.assert(
    fc.property(size, fc.array(fc.constantFrom(...KEYS), { maxLength: 60 }), (given, keys) => {
      let cell = { row: 0, column: 0 };
      for (const key of keys) cell = stepTo(key, cell, given)!;
      expect(cell.row).toBeGreaterThanOrEqual(0);
      expect(cell.row).toBeLessThan(Math.max(1, given.rows));
      expect(cell.column).toBeGreaterThanOrEqual(0);
      expect(cell.column).toBeLessThan(given.columns);
    }),
  );
});
