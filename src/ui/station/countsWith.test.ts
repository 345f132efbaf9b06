import fc from "fast-check";
import { countsWithText, groupsBeside, idsFrom, idsText } from "./countsWith";

const home = { id: 1, name: "Home", countsWith: [3] };
const hill = { id: 2, name: "Hill", countsWith: [] };
const before = { id: 3, name: "Old call", countsWith: [1] };
const sea = { id: 4, name: "At sea", countsWith: [5] };
const ice = { id: 5, name: "On ice", countsWith: [4] };
const all = [home, hill, before, sea, ice];

test("it is said with whom a logbook counts, where it does", () => {
  expect(countsWithText(home, all)).toBe("counted together with Old call");
  expect(countsWithText({ ...hill, countsWith: [1, 3, 4] }, all)).toBe(
    "counted together with Home, Old call, and At sea",
  );
  expect(countsWithText(hill, all)).toBeNull();
});

test("one joins those that count together as a whole, and keeps with whom it counts", () => {
  expect(groupsBeside(hill, all)).toEqual([
    { ids: "1 3", text: "Home and Old call" },
    { ids: "4 5", text: "At sea and On ice" },
  ]);
  expect(groupsBeside(home, all).map(({ ids }) => ids)).toEqual(["2", "3", "4 5"]);
  expect(groupsBeside(home, [home])).toEqual([]);
});

test("the others are in a form as a text, in whichever order they come", () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 1 })), (ids) => {
      expect(idsFrom(idsText(ids))).toEqual([...ids].sort((a, b) => a - b));
      expect(idsText([...ids].reverse())).toBe(idsText(ids));
    }),
  );
});
