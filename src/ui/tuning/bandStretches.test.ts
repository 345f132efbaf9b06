import { bandStretches } from "./bandStretches";

const VIEW = { lowHz: 13_990_000, highHz: 14_360_000 };

test("what is usual for the mode lies within the view, what is not allocated around it, with an end on each side", () => {
  const { usual, outside, ends, starts } = bandStretches(VIEW, "20m", 2, "CW", null);
  for (const { lowHz, highHz } of usual) {
    expect(lowHz).toBeGreaterThanOrEqual(14_000_000);
    expect(highHz).toBeLessThanOrEqual(14_350_000);
  }
  expect(usual.length).toBeGreaterThan(0);
  expect(outside).toEqual([
    { lowHz: 13_990_000, highHz: 14_000_000 },
    { lowHz: 14_350_000, highHz: 14_360_000 },
  ]);
  expect(ends).toEqual([14_000_000, 14_350_000]);
  expect(starts[0]).toEqual({ hertz: 14_000_000, text: "CW" });
  expect(starts.at(-1)!.text).toContain("voice");
});

test("a licence of its own stands in place of what is usual, for the mode that it names", () => {
  const licence = "14025-14150 CW\n14225-14350 voice";
  const of = (group: "CW" | "voice") => bandStretches(VIEW, "20m", 2, group, licence).usual;
  expect(of("CW")).toEqual([{ lowHz: 14_025_000, highHz: 14_150_000 }]);
  expect(of("voice")).toEqual([{ lowHz: 14_225_000, highHz: 14_350_000 }]);
});

test("a view within the band has no end and nothing outside; a band that the region does not have has neither", () => {
  const inside = bandStretches({ lowHz: 14_050_000, highHz: 14_060_000 }, "20m", 2, "CW", null);
  expect([inside.outside, inside.ends]).toEqual([[], []]);
  const four = bandStretches({ lowHz: 69_000_000, highHz: 72_000_000 }, "4m", 2, "CW", null);
  expect([four.outside, four.ends]).toEqual([[], []]);
});
