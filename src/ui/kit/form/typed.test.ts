import { z } from "zod";
import "@/core/contact";
import { typedNumber, typedOrNone } from "./typed";

const watts = typedNumber(z.number().min(0).max(1500).nullable());

test.each([
  ["", null],
  ["  ", null],
  ["5", 5],
  ["2,5", 2.5],
  [" 0.5 ", 0.5],
])("%j means %j watts", (text, value) => {
  expect(watts.safeParse(text)).toEqual({ success: true, data: value });
});

test.each([
  ["five", '"five" is no number'],
  ["1e999", '"1e999" is no number'],
  ["-1", "at least 0"],
])("%j watts are refused: %s", (text, why) => {
  expect(watts.safeParse(text).error?.issues[0]?.message).toContain(why);
});

test("an empty text is none, and another is held against its schema", () => {
  const day = typedOrNone(z.iso.date("a day is written like 2026-11-23").nullable());
  expect(day.parse(" ")).toBeNull();
  expect(day.parse("2026-11-23")).toBe("2026-11-23");
  expect(day.safeParse("23.11.").error?.issues[0]?.message).toContain("is written like");
});
