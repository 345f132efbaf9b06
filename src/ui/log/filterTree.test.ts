import type { Condition, FilterGroup } from "@/core/view";
import { addedTo, changedAt, withJoinTurned } from "./filterTree";

const one = (value: string): Condition => ({ field: "band", is: "is", value });
const FILTER: FilterGroup = { join: "all", of: [one("20m"), { join: "any", of: [one("15m"), one("10m")] }] };

test("an item is changed and taken out where it stands; a group that is left empty goes, too", () => {
  expect(changedAt(FILTER, [1, 0], () => one("17m")).of[1]).toEqual({ join: "any", of: [one("17m"), one("10m")] });
  const without = changedAt(FILTER, [1, 0], () => null);
  expect(without.of[1]).toEqual({ join: "any", of: [one("10m")] });
  expect(changedAt(without, [1, 0], () => null).of).toEqual([one("20m")]);
});

test("an item is added to the group it is meant for", () => {
  expect(addedTo(FILTER, [], one("6m")).of[2]).toEqual(one("6m"));
  expect(addedTo(FILTER, [1], one("6m")).of[1]).toEqual({ join: "any", of: [one("15m"), one("10m"), one("6m")] });
  expect(withJoinTurned(withJoinTurned(FILTER))).toEqual(FILTER);
});
