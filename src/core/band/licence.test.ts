import fc from "fast-check";
import { mayTransmit, MODE_GROUPS, parseLicence } from ".";

test("pieces are understood in kHz and MHz, with their groups, or all", () => {
  expect(parseLicence("7000-7040 CW; 14 – 14.35 voice, digital\n21000-21450")).toEqual({
    ok: true,
    segments: [
      { lowHz: 7_000_000, highHz: 7_040_000, groups: ["CW"] },
      { lowHz: 14_000_000, highHz: 14_350_000, groups: ["voice", "digital"] },
      { lowHz: 21_000_000, highHz: 21_450_000, groups: ["CW", "voice", "digital"] },
    ],
  });
  expect(parseLicence(" ;\n")).toEqual({ ok: true, segments: [] });
});

test.each([
  ["7000 CW", '"7000 CW": two frequencies in kHz'],
  ["7040-7000 CW", "the lower one first"],
  ["7000-7040 waltz", '"waltz" is none of CW, voice, digital'],
  ["7000-7040 CW; here-there", '"here-there"'],
])("%j is refused: %s", (text, why) => {
  expect(parseLicence(text)).toMatchObject({ ok: false, text: expect.stringContaining(why) as string });
});

test("a signal is held against the licence, also where its width reaches over the edge", () => {
  const licence = parseLicence("14000-14100 CW; 14200-14300 voice");
  const segments = licence.ok ? licence.segments : [];
  expect(mayTransmit(14_050_000, "CW", null, 2, segments).may).toBe(true);
  expect(mayTransmit(14_100_000, "CW", null, 2, segments).may).toBe(false);
  expect(mayTransmit(14_297_000, "SSB", null, 2, segments).may).toBe(true);
  expect(mayTransmit(14_299_000, "SSB", null, 2, segments).may).toBe(false);
  expect(mayTransmit(7_010_000, "CW", null, 2, segments).may).toBe(false);
});

test("what is written as kHz is read back", () => {
  const piece = fc.record({
    low: fc.constantFrom(1810, 3500, 7000, 14_000, 18_100, 21_025, 28_000, 50_000),
    wide: fc.integer({ min: 1, max: 500 }),
    groups: fc.subarray([...MODE_GROUPS], { minLength: 1 }),
  });
  fc.assert(
    fc.property(fc.array(piece, { minLength: 1, maxLength: 8 }), (pieces) => {
      const text = pieces.map(({ low, wide, groups }) => `${low}-${low + wide} ${groups.join(" ")}`).join("; ");
      expect(parseLicence(text)).toEqual({
        ok: true,
        segments: pieces.map(({ low, wide, groups }) => ({ lowHz: low * 1000, highHz: (low + wide) * 1000, groups })),
      });
    }),
  );
});
