import fc from "fast-check";
import { kept, type KeepRule, USUAL_RULE } from "./keep";

const at = (day: string, hour = 12) => Date.parse(`${day}T${String(hour).padStart(2, "0")}:00:00Z`) / 1000;
const NONE: KeepRule = { newest: 1, days: 0, weeks: 0, months: 0 };
const days = (keep: ReadonlySet<number>) =>
  [...keep].map((one) => new Date(one * 1000).toISOString().slice(0, 13)).sort();

test("of each day, week and month the last one is kept, as far back as the rule says", () => {
  const made = [
    ...[at("2026-11-28", 6), at("2026-11-28", 18), at("2026-11-27"), at("2026-11-27", 20)],
    ...[at("2026-11-23"), at("2026-11-22"), at("2026-11-16"), at("2026-10-31"), at("2026-10-02"), at("2025-01-05")],
  ];
  expect(days(kept(made, NONE))).toEqual(["2026-11-28T18"]);
  expect(days(kept(made, { ...NONE, days: 2 }))).toEqual(["2026-11-27T20", "2026-11-28T18"]);
  // Monday the 23rd begins a week; Sunday the 22nd ends the one before.
  expect(days(kept(made, { ...NONE, weeks: 2 }))).toEqual(["2026-11-22T12", "2026-11-28T18"]);
  // Nothing was made from February 2025 to September 2026: what is older still counts.
  expect(days(kept(made, { ...NONE, months: 3 }))).toEqual(["2025-01-05T12", "2026-10-31T12", "2026-11-28T18"]);
  expect(days(kept(made, { ...NONE, newest: 3 }))).toEqual(["2026-11-27T20", "2026-11-28T06", "2026-11-28T18"]);
});

test("what is kept is never lost by a later backup sooner than the rule says, and to look twice takes nothing more", () => {
  const times = fc.array(fc.integer({ min: 1_700_000_000, max: 1_800_000_000 }), { maxLength: 60 });
  const part = fc.integer({ min: 0, max: 6 });
  const rule = fc.record({ newest: fc.integer({ min: 1, max: 4 }), days: part, weeks: part, months: part });
  fc.assert(
    fc.property(times, rule, (made, by) => {
      const keep = kept(made, by);
      expect([...kept([...keep], by)].sort()).toEqual([...keep].sort());
      if (made.length > 0) expect(keep.has(Math.max(...made))).toBe(true);
      expect(keep.size).toBeLessThanOrEqual(by.newest + by.days + by.weeks + by.months);
      // One by one, as they are made, the same stay as when all were looked at together.
      let left: number[] = [];
      for (const one of [...made].sort((a, b) => a - b)) left = [...kept([...left, one], by)];
      expect(left.sort()).toEqual([...keep].sort());
    }),
  );
});

test("the usual rule keeps a year of a backup each day in few files", () => {
  const made = Array.from({ length: 366 }, (_, day) => at("2026-11-28") - day * 86_400);
  expect(kept(made, USUAL_RULE).size).toBeLessThanOrEqual(24);
});
