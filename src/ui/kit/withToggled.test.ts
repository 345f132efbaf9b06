import { withToggled } from "./withToggled";

test("what is toggled twice is as it was, and the set that was given stays", () => {
  const some = new Set([1, 2]);
  expect([...withToggled(some, 2)]).toEqual([1]);
  expect([...withToggled(withToggled(some, 3), 3)]).toEqual([1, 2]);
  expect([...some]).toEqual([1, 2]);
});
