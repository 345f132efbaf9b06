import { logBessel } from "./logBessel";

// Abramowitz and Stegun, tables 9.8 and 9.11: exp(-x) I0(x).
test.each([
  [0, 1],
  [1, 0.4657596077],
  [2, 0.3085083225],
  [5, 0.1835408126],
  [10, 0.1278333372],
  [20, 0.0897803119],
])("of %d it is that of the tables", (x, scaled) => {
  expect(logBessel(x)).toBeCloseTo(x + Math.log(scaled), 6);
});
