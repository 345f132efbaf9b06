import { bandEdges, BANDS, mayTransmit, usualSegments } from ".";

test("edges differ by region", () => {
  expect([1, 2, 3].map((region) => bandEdges("40m", region as 1 | 2 | 3)?.highHz)).toEqual([
    7_200_000, 7_300_000, 7_200_000,
  ]);
  expect(bandEdges("1.25m", 1)).toBeNull();
  expect(bandEdges("1.25m", 2)).toEqual({ lowHz: 222_000_000, highHz: 225_000_000 });
});

test("every usual segment lies in a band", () => {
  for (const region of [1, 2, 3] as const) {
    for (const segment of usualSegments(region)) {
      expect(BANDS.some((band) => segment.lowHz >= band.lowHz && segment.highHz <= band.highHz)).toBe(true);
    }
  }
});

test.each([
  // kHz, mode, submode, region, may, usual or the reason
  [14_025, "CW", null, 2, true, true],
  [14_000, "CW", null, 2, false, "over the edge of 20 m at 14000 kHz"],
  [14_348, "SSB", "USB", 2, false, "over the edge of 20 m at 14350 kHz"],
  [14_347, "SSB", "USB", 2, true, true],
  [14_349, "SSB", "LSB", 2, true, true],
  [14_102, "SSB", "LSB", 2, true, false],
  [7_250, "SSB", null, 2, true, true],
  [7_250, "SSB", null, 1, false, "over the edge of 40 m"],
  [3_795, "SSB", null, 1, true, true],
  [14_074, "FT8", null, 2, true, true],
  [14_300, "FT8", null, 2, true, false],
  [10_120, "SSB", null, 2, true, false],
  [7_074, "FT8", null, 1, true, true],
  [7_110, "FT8", null, 1, true, false],
  [1_836.6, "WSPR", null, 1, true, true],
  [3_568.6, "WSPR", null, 1, true, true],
  [7_038.6, "WSPR", null, 1, true, true],
  [3_568.6, "WSPR", null, 2, true, true],
  [3_730, "SSTV", null, 1, true, true],
  [7_165, "SSTV", null, 1, true, true],
  [3_700, "SSTV", null, 1, true, false],
  [14_100, "CW", null, 1, true, false],
  [18_110, "CW", null, 2, true, false],
  [21_150, "CW", null, 3, true, false],
  [24_930, "CW", null, 1, true, false],
  [28_200, "CW", null, 1, true, "28190 to 28225 kHz is left to beacons"],
  [14_098, "CW", null, 1, true, true],
  [75_700_000, "CW", null, 1, false, "over the edge of 4 mm at 76000000 kHz"],
  [81_250_000, "CW", null, 1, true, true],
  [14_900, "CW", null, 2, false, "no amateur band of region 2"],
  [145_500, "FM", null, 2, true, true],
] as const)("%d kHz, %s %s in region %i: %s, %s", (kilohertz, mode, submode, region, may, rest) => {
  const answer = mayTransmit(kilohertz * 1000, mode, submode, region);
  expect(answer.may).toBe(may);
  if (typeof rest === "boolean") expect(answer).toMatchObject({ usual: rest });
  else expect(answer.text).toContain(rest);
});

test("a licence stands in the place of what is usual", () => {
  const licence = [{ lowHz: 14_000_000, highHz: 14_100_000, groups: ["CW" as const] }];
  expect(mayTransmit(14_025_000, "CW", null, 2, licence).may).toBe(true);
  expect(mayTransmit(14_200_000, "SSB", "USB", 2, licence)).toEqual({
    may: false,
    text: "voice is not licensed at 14200 kHz",
  });
});
