import fc from "fast-check";
import { exactSpanText, fullTime, shortTime, spanText, weekdayText } from "./words";

test("days and hours", () => {
  expect(shortTime("2026-11-23T21:40:07Z", 2026)).toBe("23 Nov 21:40");
  expect(shortTime("2021-02-03T21:40:07Z", 2026)).toBe("3 Feb 2021");
  expect(fullTime("2026-11-23T21:40:07Z")).toBe("2026-11-23 21:40");
  expect(weekdayText("2026-11-23T21:40:07Z")).toBe("Mon 23 Nov");
});

test.each([
  [0, "0 min"],
  [29, "0 min"],
  [45 * 60, "45 min"],
  [-45 * 60, "45 min"],
  [62 * 60, "1 h 2 min"],
  [24 * 3600, "24 h"],
  [47 * 3600 + 59 * 60, "47 h 59 min"],
  [48 * 3600, "2 days"],
  [76 * 3600, "3 days 4 h"],
])("%d seconds are %s", (seconds, words) => {
  expect(spanText(seconds)).toBe(words);
});

test("an exact span says every second, once", () => {
  expect(exactSpanText(86_400 + 7200 + 30)).toBe("1 day 2 h 30 s");
  const worth: Readonly<Record<string, number>> = { day: 86_400, days: 86_400, h: 3600, min: 60, s: 1 };
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 10_000_000 }), (seconds) => {
      const told = [...exactSpanText(seconds).matchAll(/(\d+) (\w+)/g)].map(([, count, unit]) => [
        unit!,
        Number(count),
      ]);
      expect(told.reduce((sum, [unit, count]) => sum + Number(count) * worth[unit as string]!, 0)).toBe(seconds);
      expect(new Set(told.map(([unit]) => unit)).size).toBe(told.length);
    }),
  );
});
