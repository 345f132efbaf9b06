import fc from "fast-check";
import { isForward, isWithin, type Period, periodsMeet } from "./period";
import { isoTime } from "./seconds";

const period = (validFrom: string | null, validUntil: string | null): Period => ({ validFrom, validUntil });
const NOON = "2026-11-20T12:00:00Z";
const EVENING = "2026-11-20T18:00:00Z";

test("a period holds its first moment and not its last", () => {
  expect(isWithin(NOON, period(NOON, EVENING))).toBe(true);
  expect(isWithin(EVENING, period(NOON, EVENING))).toBe(false);
  expect(isWithin(EVENING, period(NOON, null))).toBe(true);
  expect(isWithin(NOON, period(null, NOON))).toBe(false);
});

test("one that ends where the other begins does not meet it", () => {
  expect(periodsMeet(period(null, NOON), period(NOON, EVENING))).toBe(false);
  expect(periodsMeet(period(null, EVENING), period(NOON, null))).toBe(true);
  expect([isForward(NOON, EVENING), isForward(NOON, NOON), isForward(null, null)]).toEqual([true, false, true]);
});

test("two periods meet where one moment lies in both, and else not", () => {
  const end = fc.option(fc.integer({ min: 0, max: 20 }), { nil: null });
  const iso = (hour: number | null) => (hour === null ? null : isoTime(hour * 3600));
  const some = fc.tuple(end, end).filter(([from, until]) => from === null || until === null || from < until);
  fc.assert(
    fc.property(some, some, (one, other) => {
      const [a, b] = [period(iso(one[0]), iso(one[1])), period(iso(other[0]), iso(other[1]))];
      const moments = Array.from({ length: 23 }, (_, hour) => isoTime((hour - 1) * 3600));
      expect(periodsMeet(a, b)).toBe(moments.some((at) => isWithin(at, a) && isWithin(at, b)));
      expect(periodsMeet(b, a)).toBe(periodsMeet(a, b));
    }),
  );
});
