import fc from "fast-check";
import { levelOf } from "@/core/signal";
import { coloursOf, paletteOf } from "./pictureColours";
import { depthOfLevel, layoutOf, levelAtDepth, placedIn } from "./pictureLayout";

test("a place on the picture is told back from where it is drawn, whichever way it runs", () => {
  fc.assert(
    fc.property(fc.constantFrom("lying" as const, "upright" as const), fc.nat(500), fc.nat(300), (way, along, deep) => {
      const { point, back } = placedIn({ way, along: 500, depth: 300 });
      const [x, y] = point(along, deep);
      expect(back(x, y)).toEqual({ a: along, d: deep });
    }),
  );
});

test("lying, the band goes to the right and time downwards; upright, upwards and to the left", () => {
  const lying = placedIn(layoutOf({ width: 800, height: 300 }, "lying"));
  expect([lying.point(0, 0), lying.point(800, 300)]).toEqual([
    [0, 0],
    [800, 300],
  ]);
  const upright = placedIn(layoutOf({ width: 300, height: 800 }, "upright"));
  expect([upright.point(0, 0), upright.point(800, 300)]).toEqual([
    [300, 800],
    [0, 0],
  ]);
});

test("what is louder stands nearer to the ruler, and a level is told back from where it stands", () => {
  expect(depthOfLevel(20, 100)).toBeLessThan(depthOfLevel(10, 100));
  for (const level of [0, 9, 40]) expect(levelAtDepth(depthOfLevel(level, 120), 120)).toBeCloseTo(level, 6);
  expect([depthOfLevel(-100, 100), depthOfLevel(200, 100)]).toEqual([100, 0]);
  expect([levelAtDepth(-50, 100), levelAtDepth(500, 100)]).toEqual([60, -6]);
});

const DAY = { panel: "#fff", signal: "#0a6a72", ink: "#14202b", line: "#d3dae0", soft: "#4d5c68" };
const NIGHT = { panel: "#131b23", signal: "#4fc3c7", ink: "#e4ebf0", line: "#27333e", soft: "#a6b3bd" };

/** Relative luminance, WCAG 2. */
function luminance(pixel: number): number {
  const [red, green, blue] = [0, 8, 16].map((shift) => {
    const part = ((pixel >>> shift) & 255) / 255;
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red! + 0.7152 * green! + 0.0722 * blue!;
}

test.each([
  ["day", DAY, -1],
  ["night", NIGHT, 1],
])("by %s, what is louder stands out more, by light alone", (_, theme, way) => {
  const palette = paletteOf(coloursOf((name) => theme[name as keyof typeof theme]));
  const light = [...palette].map(luminance);
  for (let byte = 1; byte < 256; byte++) expect((light[byte]! - light[byte - 1]!) * way).toBeGreaterThanOrEqual(0);
  // The noise is as the panel, and what is loud is as far from it as the theme goes.
  const noise = palette.findIndex((_pixel, byte) => levelOf(byte) >= 3);
  expect(light[noise]).toBe(light[0]);
  expect(Math.abs(light[255]! - light[0]!)).toBeGreaterThan(0.7);
});

test("colours in three digits, in six, and none", () => {
  expect(coloursOf(() => " #fff ").panel).toEqual([255, 255, 255]);
  expect(coloursOf(() => "#0a6a72").panel).toEqual([10, 106, 114]);
  expect(coloursOf(() => "teal").panel).toEqual([128, 128, 128]);
});
