import fc from "fast-check";
import { changeFrom, EMPTY_CHANGE, secondsOfShift, shiftText } from "./changeDraft";

test.each([
  ["+1:00", 3600],
  ["-0:25", -1500],
  ["−0:00:30", -30],
  ["100:00", 360_000],
  ["1", null],
  ["", null],
  ["1:2:3:4", null],
])("a shift of %s", (text, seconds) => expect(secondsOfShift(text)).toBe(seconds));

test("a shift is written as it is read", () => {
  expect([3600, -1500, -30].map(shiftText)).toEqual(["+1:00", "-0:25", "-0:00:30"]);
  fc.assert(
    fc.property(fc.integer({ min: -1e9, max: 1e9 }), (seconds) =>
      expect(secondsOfShift(shiftText(seconds)) === seconds).toBe(true),
    ),
  );
});

test("a typed change is read, or said to be wrong", () => {
  const set = { ...EMPTY_CHANGE, field: "frequencyHz", value: "21 025,3" } as const;
  expect(changeFrom(set)).toEqual({ change: { do: "set", field: "frequencyHz", value: 21_025_300 } });
  expect(changeFrom({ ...set, value: "abc" })).toEqual({ fault: `"abc" is no frequency in kHz` });
  expect(changeFrom({ ...EMPTY_CHANGE, do: "shift", shift: "0:00" })).toEqual({ fault: "say by how much" });
  expect(changeFrom({ ...EMPTY_CHANGE, do: "card" })).toEqual({ fault: "say how ours or theirs stands" });
  expect(changeFrom({ ...EMPTY_CHANGE, do: "card", sent: "sent", on: "23.11." })).toEqual({
    fault: "a day is written like 2026-11-23",
  });
  expect(changeFrom({ ...EMPTY_CHANGE, do: "card", sent: "sent", via: "bureau" })).toEqual({
    change: { do: "card", sent: "sent", on: null, via: "bureau" },
  });
  expect(changeFrom({ ...EMPTY_CHANGE, do: "move" })).toEqual({ fault: "choose a logbook" });
  expect(changeFrom({ ...EMPTY_CHANGE, do: "delete" })).toEqual({ change: { do: "delete" } });
});
