import { soundPlaceOf } from "./soundPlace";

/** Where a tone of some hertz stands on the band. */
const placed = (tone: number, ...setting: Parameters<typeof soundPlaceOf>) => {
  const { hertz, side } = soundPlaceOf(...setting);
  return side === "upper" ? hertz + tone : hertz - tone;
};

test.each([
  ["a carrier on the dial in CW", 600, 14_025_000, "CW", null, 14_025_000],
  ["one 100 Hz above it", 700, 14_025_000, "CW", null, 14_025_100],
  ["a tone on the upper sideband", 1500, 14_074_000, "FT8", null, 14_075_500],
  ["a tone of voice above 10 MHz", 1000, 14_200_000, "SSB", null, 14_201_000],
  ["a tone of voice below", 1000, 7_100_000, "SSB", null, 7_099_000],
  ["a tone on the sideband that is chosen", 1000, 7_100_000, "SSB", "USB", 7_101_000],
  ["the mark of RTTY, on the dial", 2125, 14_085_000, "RTTY", null, 14_085_000],
  ["its space, 170 Hz below", 2295, 14_085_000, "RTTY", null, 14_084_830],
] as const)("%s", (_, tone, dial, mode, submode, at) => {
  expect(placed(tone, dial, mode, submode)).toBe(at);
});

test("a radio whose carrier sounds at another tone", () => {
  expect(placed(800, 14_025_000, "CW", null, 800)).toBe(14_025_000);
});
