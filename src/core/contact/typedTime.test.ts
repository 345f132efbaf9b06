import { isoOf, parseClock, parseDay, stepMinutes } from "./typedTime";

test.each([
  ["", "2026-11-23"],
  ["24", "2026-11-24"],
  ["5", "2026-11-05"],
  ["10-07", "2026-10-07"],
  ["1998-1-2", "1998-01-02"],
  ["19980102", "1998-01-02"],
  ["+1", "2026-11-24"],
  ["-23", "2026-10-31"],
  ["31", null],
  ["02-30", null],
  ["x", null],
])("the day %s, seen from 23 November 2026", (typed, day) => expect(parseDay(typed, "2026-11-23")).toBe(day));

test.each([
  ["", "21:40"],
  ["2205", "22:05"],
  ["940", "09:40"],
  ["9:40", "09:40"],
  ["22:05", "22:05"],
  ["220507", "22:05:07"],
  ["45", "21:45"],
  ["7", "21:07"],
  ["2560", null],
  ["75", null],
  ["abc", null],
])("the time %s, seen from 21:40", (typed, clock) => expect(parseClock(typed, "21:40")).toBe(clock));

test("a step over midnight takes the day along", () => {
  expect(stepMinutes({ day: "2026-12-31", clock: "23:59" }, 1)).toEqual({ day: "2027-01-01", clock: "00:00" });
  expect(stepMinutes({ day: "2026-03-01", clock: "00:00:30" }, -1)).toEqual({ day: "2026-02-28", clock: "23:59" });
  expect(isoOf({ day: "2026-11-23", clock: "21:40" })).toBe("2026-11-23T21:40:00Z");
  expect(isoOf({ day: "2026-11-23", clock: "21:40:07" })).toBe("2026-11-23T21:40:07Z");
});
