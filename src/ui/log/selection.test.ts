import { ALL_PICKED, isPicked, NONE_PICKED, pickedCount, selectionOf, withSet, withToggled } from "./selection";

test("some are selected one by one, and taken out again", () => {
  const two = withSet(NONE_PICKED, [1, 2], true);
  expect([isPicked(two, 1), isPicked(two, 3), pickedCount(two, 10)]).toEqual([true, false, 2]);
  expect(pickedCount(withToggled(two, 1), 10)).toBe(1);
  expect(selectionOf(withToggled(two, 1), {})).toEqual({ ids: [2] });
});

test("of all, some are left out", () => {
  const most = withToggled(ALL_PICKED, 7);
  expect([isPicked(most, 7), isPicked(most, 8), pickedCount(most, 10)]).toEqual([false, true, 9]);
  expect(pickedCount(withSet(most, [7], true), 10)).toBe(10);
  expect(selectionOf(most, { find: "x" })).toEqual({ all: { find: "x" }, except: [7] });
});
