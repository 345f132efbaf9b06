import fc from "fast-check";
import {
  hertzAt,
  keptInSight,
  labelledOf,
  reachOf,
  reachText,
  rulerLines,
  shareAt,
  stretched,
  viewAround,
  wholeOf,
} from "./rulerView";

const TEN = { lowHz: 28_000_000, highHz: 29_700_000 };
const whole = wholeOf(TEN);
const inBand = fc.integer({ min: TEN.lowHz, max: TEN.highHz });
const reaches = fc.integer({ min: 10, max: 5_000_000 });

test("a view lies within the whole, holds what it is about, and is as wide as was asked where that is possible", () => {
  fc.assert(
    fc.property(inBand, reaches, (hertz, reach) => {
      const view = viewAround(hertz, reach, whole);
      expect(view.lowHz).toBeGreaterThanOrEqual(whole.lowHz - 1e-6);
      expect(view.highHz).toBeLessThanOrEqual(whole.highHz + 1e-6);
      expect(shareAt(view, hertz)).toBeGreaterThanOrEqual(0);
      expect(shareAt(view, hertz)).toBeLessThanOrEqual(1);
      expect(reachOf(view)).toBeCloseTo(Math.min(reachOf(whole), Math.max(1000, reach)), 3);
    }),
  );
});

test("stretching about a place leaves it where it is, unless the band ends; back again is where one was", () => {
  fc.assert(
    fc.property(
      inBand,
      fc.integer({ min: 5000, max: 60_000 }),
      fc.double({ min: 1, max: 4, noNaN: true }),
      (hertz, reach, factor) => {
        const view = viewAround((TEN.lowHz + TEN.highHz) / 2, reach, whole);
        const about = view.lowHz + (shareAt(whole, hertz) % 1) * reachOf(view);
        const closer = stretched(view, about, factor, whole);
        expect(shareAt(closer, about)).toBeCloseTo(shareAt(view, about), 6);
        const back = stretched(closer, about, reachOf(closer) / reachOf(view), whole);
        expect(back.lowHz).toBeCloseTo(view.lowHz, 2);
      },
    ),
  );
  const wide = stretched(viewAround(28_050_000, 20_000, whole), 28_050_000, 1e-9, whole);
  expect(wide).toEqual(whole);
  expect(reachOf(stretched(whole, 28_500_000, 1e9, whole))).toBe(1000);
});

test("a needle within sight leaves the ruler where it is; at its end the ruler moves under it", () => {
  const view = viewAround(28_300_000, 100_000, whole);
  expect(keptInSight(view, 28_320_000, whole)).toBe(view);
  expect(keptInSight(view, 28_349_000, whole)).toEqual(viewAround(28_349_000, 100_000, whole));
  const end = viewAround(28_000_000, 100_000, whole);
  expect(keptInSight(end, 28_000_000, whole).lowHz).toBe(whole.lowHz + 0);
});

test("where the ruler moved under the needle it stays", () => {
  fc.assert(
    fc.property(inBand, inBand, reaches, (from, to, reach) => {
      const moved = keptInSight(viewAround(from, reach, whole), to, whole);
      expect(keptInSight(moved, to, whole)).toBe(moved);
    }),
  );
});

test("a place is found to the nearest step", () => {
  const view = { lowHz: 14_000_000, highHz: 14_100_000 };
  expect(hertzAt(view, 0.25, 10)).toBe(14_025_000);
  expect(hertzAt(view, 0.250_04, 10)).toBe(14_025_000);
  expect(hertzAt(view, 0.250_06, 10)).toBe(14_025_010);
  expect(hertzAt(view, 0.2534, 500)).toBe(14_025_500);
});

test("the lines are round numbers, as many as can be told apart", () => {
  const lines = rulerLines({ lowHz: 14_000_000, highHz: 14_100_000 }, 1000);
  const labels = lines.filter(({ labelled }) => labelled).map(({ hertz }) => hertz / 1000);
  expect(labels).toEqual([14_000, 14_010, 14_020, 14_030, 14_040, 14_050, 14_060, 14_070, 14_080, 14_090, 14_100]);
  expect(lines).toHaveLength(101);
  fc.assert(
    fc.property(inBand, reaches, fc.integer({ min: 200, max: 3000 }), (hertz, reach, pixels) => {
      const view = viewAround(hertz, reach, whole);
      const found = rulerLines(view, pixels);
      const apart = ((found[1]!.hertz - found[0]!.hertz) / reachOf(view)) * pixels;
      expect(apart).toBeGreaterThan(6);
      expect(found.length).toBeLessThan(pixels / 6);
    }),
  );
});

test("labels do not cover each other, and the first mark has its own", () => {
  const view = { lowHz: 14_000_000, highHz: 14_100_000 };
  const marks = [14_050_000, 14_051_000, 14_090_000, 15_000_000].map((hertz) => ({ hertz }));
  expect([...labelledOf(marks, view, 1000, 60)]).toEqual([marks[0], marks[2]]);
});

test.each([
  [1_700_000, "1.7 MHz"],
  [349_999, "350 kHz"],
  [50_000, "50 kHz"],
  [1000, "1 kHz"],
])("%d Hz in sight are said as %s", (reach, text) => {
  expect(reachText(reach)).toBe(text);
});
