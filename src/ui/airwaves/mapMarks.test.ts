import fc from "fast-check";
import type { SpotView, StoredContact } from "@/core/contract";
import { gridCenter, pathBetween } from "@/core/geo";
import { contactMarks, type MapMark, placedMarks, spotMarks } from "./mapMarks";
import { inSight, MAP_KINDS, placeAt, projectionOf, WHOLE_MAP, zoomed } from "../map/mapView";

const HOME = gridCenter("GF35co")!;
const SIZE = { width: 1200, height: 340 };
const place = fc.record({
  latitude: fc.double({ min: -80, max: 80, noNaN: true }),
  longitude: fc.double({ min: -179, max: 179, noNaN: true }),
});

test.each(MAP_KINDS)("what is projected on the map %s is found again", (kind) => {
  fc.assert(
    fc.property(place, fc.double({ min: 1, max: 40, noNaN: true }), (point, zoom) => {
      fc.pre(pathBetween(HOME, point).distanceKm < 19_500);
      const projection = projectionOf(kind, HOME, zoomed(WHOLE_MAP, zoom, { x: 100, y: -50 }), SIZE);
      const [x, y] = projection([point.longitude, point.latitude])!;
      expect(pathBetween(point, placeAt(projection, [x, y])!).distanceKm).toBeLessThan(1);
    }),
  );
  const projection = projectionOf(kind, HOME, WHOLE_MAP, SIZE);
  expect(placeAt(projection, [2, 2])).toBeNull();
  expect(placeAt(projection, [SIZE.width - 2, 170])).toBeNull();
});

test("around the site what lies in a bearing lies in that direction, at its distance", () => {
  const projection = projectionOf("around", HOME, WHOLE_MAP, SIZE);
  const [middleX, middleY] = projection([HOME.longitude, HOME.latitude])!;
  expect([middleX, middleY]).toEqual([600, 170]);
  fc.assert(
    fc.property(place, (point) => {
      const { bearing, distanceKm } = pathBetween(HOME, point);
      const [x, y] = projection([point.longitude, point.latitude])!;
      expect(Math.hypot(x - middleX, y - middleY)).toBeCloseTo((distanceKm / 20_015.1) * (170 - 22), 0);
      fc.pre(distanceKm > 200 && distanceKm < 19_500);
      const seen = (Math.atan2(x - middleX, middleY - y) * 180) / Math.PI;
      expect(Math.abs(((seen - bearing + 540) % 360) - 180)).toBeLessThan(0.1);
    }),
  );
});

test("what one zooms at stays where it is; zoomed out again the whole map is there", () => {
  const about = { x: 200, y: -80 };
  const view = zoomed(WHOLE_MAP, 4, about);
  const [before, after] = [WHOLE_MAP, view].map((one) => projectionOf("world", HOME, one, SIZE));
  const at = before!.invert!([SIZE.width / 2 + about.x, SIZE.height / 2 + about.y])!;
  const [x, y] = after!(at)!;
  expect(x).toBeCloseTo(SIZE.width / 2 + about.x, 6);
  expect(y).toBeCloseTo(SIZE.height / 2 + about.y, 6);
  expect(zoomed(view, 1 / 4, { x: 0, y: 0 })).toBe(WHOLE_MAP);
  expect(zoomed(view, 1e9, about).zoom).toBe(60);
});

test("a station out of sight is brought into the middle; one in sight moves nothing", () => {
  const view = zoomed(WHOLE_MAP, 5, { x: 0, y: 0 });
  expect(inSight(view, [100, 100], SIZE)).toBe(view);
  expect(inSight(WHOLE_MAP, [-5, 0], SIZE)).toBe(WHOLE_MAP);
  expect(inSight(view, [-300, 170], SIZE)).toEqual({ ...view, x: view.x + 900, y: view.y });
  expect(inSight(view, null, SIZE)).toBe(view);
});

const mark = (text: string, latitude: number, longitude: number, rank: number): MapMark => ({
  key: text,
  point: { latitude, longitude },
  text,
  rank,
  spot: null,
  duplicate: false,
});

test("what is at the same place is one mark, the best first; a text that would cover another is left out", () => {
  const marks = [mark("B", 10, 10, 1), mark("A", 10, 10, 5), mark("C", 10, 40, 3), mark("D", 10, 300, 2)];
  const placed = placedMarks(marks, ({ latitude, longitude }) => (longitude > 200 ? null : [longitude, latitude]));
  expect(placed.map(({ marks: of, named }) => [of.map(({ text }) => text).join(" "), named])).toEqual([
    ["A B", true],
    ["C", false],
  ]);
});

test("spots stand where they lie by beam and distance; contacts at their grid, or where their entity is", () => {
  const spot = { id: 1, call: "P5QUZ", bearing: 34, distanceKm: 11_418, rank: 8, duplicate: false, contest: null };
  const unknown = { ...spot, id: 2, bearing: null, distanceKm: null };
  const [only, ...others] = spotMarks([spot, unknown] as SpotView[], HOME);
  expect(others).toEqual([]);
  expect(pathBetween(HOME, only!.point).distanceKm).toBeCloseTo(11_418, 3);
  const contacts = [
    { id: 1, call: "DL1QTA", grid: "JO43", entityCode: 230 },
    { id: 2, call: "JA1QTB", grid: null, entityCode: 339 },
    { id: 3, call: "XX", grid: null, entityCode: null },
  ] as StoredContact[];
  expect(contactMarks(contacts).map(({ text, point }) => [text, Math.round(point.latitude)])).toEqual([
    ["DL1QTA", 54],
    ["JA1QTB", 36],
  ]);
});
