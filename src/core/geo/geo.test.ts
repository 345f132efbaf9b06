import fc from "fast-check";
import geodesic from "geographiclib-geodesic";
import { getPosition, getTimes } from "suncalc";
import {
  CIVIL_TWILIGHT,
  darkShare,
  darkSince,
  gridDistance,
  gridOf,
  parseGrid,
  pathBetween,
  type Point,
  pointAlong,
  pointsBetween,
  shadowRing,
  sunAltitude,
  sunDay,
  sunState,
} from ".";

const latitudes = fc.double({ min: -89.9, max: 89.9, noNaN: true });
const points: fc.Arbitrary<Point> = fc.record({
  latitude: latitudes,
  longitude: fc.double({ min: -180, max: 179.999, noNaN: true }),
});
const FAROL: Point = { latitude: -34.4, longitude: -53.8 };

test("a grid is read to its middle and its extent", () => {
  expect(parseGrid("gf35CO")).toEqual({
    ok: true,
    grid: "GF35co",
    square: {
      center: { latitude: expect.closeTo(-34.3958, 3) as number, longitude: expect.closeTo(-53.7917, 3) as number },
      south: expect.closeTo(-34.4167, 3) as number,
      west: expect.closeTo(-53.8333, 3) as number,
      height: expect.closeTo(1 / 24, 6) as number,
      width: expect.closeTo(1 / 12, 6) as number,
    },
  });
});

test.each([
  ["", "no grid"],
  ["GF3", "made of pairs"],
  ["GF3A", `character 4 is "A", where a digit belongs`],
  ["SF35", "a letter from A to R"],
  ["GF35cz", "a letter from A to X"],
  ["GF35co12ab34x", "at most 12"],
])("%s is no grid, and it is said why", (text, reason) => {
  expect(parseGrid(text)).toEqual({ ok: false, reason: expect.stringContaining(reason) as string });
});

test("the grid of a point holds the point, to every length", () => {
  fc.assert(
    fc.property(points, fc.constantFrom(2, 4, 6, 8, 10, 12), (point, length) => {
      const result = parseGrid(gridOf(point, length));
      if (!result.ok) return false;
      const { south, west, height, width } = result.square;
      const slack = 1e-6;
      return (
        point.latitude >= south - slack &&
        point.latitude <= south + height + slack &&
        point.longitude >= west - slack &&
        point.longitude <= west + width + slack
      );
    }),
  );
});

test("the corner of a grid of twelve characters comes back as that grid", () => {
  const pair = (from: string, most: number) =>
    fc
      .tuple(fc.nat(most - 1), fc.nat(most - 1))
      .map((both) => both.map((step) => String.fromCharCode(from.charCodeAt(0) + step)).join(""));
  const grids = fc
    .tuple(pair("A", 18), pair("0", 10), pair("a", 24), pair("0", 10), pair("a", 24), pair("0", 10))
    .map((pairs) => pairs.join(""));
  fc.assert(
    fc.property(grids, (grid) => {
      const read = parseGrid(grid);
      if (!read.ok) throw new Error(read.reason);
      const { south, west, height, width } = read.square;
      expect(gridOf({ latitude: south, longitude: west }, 12)).toBe(grid);
      expect(gridOf({ latitude: south + height * 0.99, longitude: west + width * 0.99 }, 12)).toBe(grid);
    }),
    { numRuns: 2000 },
  );
});

test("the middle of a grid is in that grid", () => {
  fc.assert(
    fc.property(points, (point) => {
      const grid = gridOf(point, 6);
      const result = parseGrid(grid);
      return result.ok && gridOf(result.square.center, 6) === grid;
    }),
  );
});

test("distance is within 0.6 % of the ellipsoid's, and the bearing within a third of a degree where it is well defined", () => {
  fc.assert(
    fc.property(points, points, (from, to) => {
      const exact = geodesic.Geodesic.WGS84.Inverse(from.latitude, from.longitude, to.latitude, to.longitude);
      const path = pathBetween(from, to);
      expect(Math.abs(path.distanceKm - exact.s12! / 1000)).toBeLessThanOrEqual(0.006 * path.distanceKm + 0.05);
      if (path.distanceKm > 200 && path.distanceKm < 17_000 && Math.abs(from.latitude) < 80) {
        const apart = Math.abs(((path.bearing - exact.azi1! + 540) % 360) - 180);
        expect(apart).toBeLessThan(0.5);
      }
    }),
  );
});

test("on a sphere it equals the geodesic library's own sphere", () => {
  const sphere = new geodesic.Geodesic.Geodesic(6_371_008.8, 0);
  fc.assert(
    fc.property(points, points, (from, to) => {
      const exact = sphere.Inverse(from.latitude, from.longitude, to.latitude, to.longitude);
      expect(pathBetween(from, to).distanceKm).toBeCloseTo(exact.s12! / 1000, 3);
    }),
  );
});

test("going along the path arrives", () => {
  fc.assert(
    fc.property(points, points, (from, to) => {
      const { bearing, distanceKm } = pathBetween(from, to);
      const arrived = pointAlong(from, bearing, distanceKm);
      expect(pathBetween(arrived, to).distanceKm).toBeLessThan(0.5);
    }),
  );
});

test("poles, antipodes and one and the same point behave", () => {
  const pole = { latitude: 90, longitude: 0 };
  expect(pathBetween(FAROL, pole)).toMatchObject({ bearing: expect.closeTo(0, 6) as number });
  expect(pathBetween(FAROL, FAROL)).toMatchObject({ distanceKm: 0, bearing: 0 });
  const antipode = { latitude: 34.4, longitude: 126.2 };
  expect(pathBetween(FAROL, antipode).distanceKm).toBeCloseTo(Math.PI * 6371.0088, 0);
  expect(pointsBetween(FAROL, pole, 5, "long")).toHaveLength(5);
});

test("the sun stands where suncalc has it, but for the refraction that suncalc adds near the horizon", () => {
  fc.assert(
    fc.property(points, fc.integer({ min: Date.UTC(2000), max: Date.UTC(2040) }), (point, time) => {
      const { altitude } = getPosition(new Date(time), point.latitude, point.longitude);
      const apart = altitude - sunAltitude(point, time / 1000);
      expect(Math.abs(apart)).toBeLessThan(altitude > 15 ? 0.1 : 0.65);
    }),
  );
});

test("rise and set are within a minute of suncalc's below 60 degrees latitude", () => {
  const below60 = fc.record({
    latitude: fc.double({ min: -59, max: 59, noNaN: true }),
    longitude: fc.double({ min: -179, max: 179, noNaN: true }),
  });
  fc.assert(
    fc.property(below60, fc.integer({ min: 0, max: 365 * 20 }), (point, day) => {
      const noon = Date.UTC(2010, 0, 1, 12) + day * 86_400_000 - point.longitude * 240_000;
      const day_ = sunDay(point, noon / 1000);
      const theirs = getTimes(new Date(noon), point.latitude, point.longitude);
      if (day_.kind !== "rises") throw new Error(day_.kind);
      expect(Math.abs(day_.rise - theirs.sunrise!.getTime() / 1000)).toBeLessThan(60);
      expect(Math.abs(day_.set - theirs.sunset!.getTime() / 1000)).toBeLessThan(60);
    }),
    { numRuns: 300 },
  );
});

test("in the far north it never rises in December and never sets in June", () => {
  const svalbard = { latitude: 78.2, longitude: 15.6 };
  expect(sunDay(svalbard, Date.UTC(2026, 11, 21) / 1000).kind).toBe("never rises");
  expect(sunDay(svalbard, Date.UTC(2026, 5, 21) / 1000).kind).toBe("never sets");
  expect(sunDay(svalbard, Date.UTC(2026, 5, 21) / 1000, CIVIL_TWILIGHT).kind).toBe("never sets");
});

test("the edge of the night has the sun on the horizon", () => {
  const now = Date.UTC(2026, 10, 23, 21, 40) / 1000;
  for (const point of shadowRing(now)) expect(sunAltitude(point, now)).toBeCloseTo(0, 6);
});

test("what is said of a place's sun fits its altitude, and the turn before and after it", () => {
  const state = sunState(FAROL, Date.UTC(2026, 10, 23, 15) / 1000);
  expect(state.phase).toBe("day");
  expect(sunAltitude(FAROL, state.since!)).toBeCloseTo(-0.833, 2);
  expect(sunAltitude(FAROL, state.until!)).toBeCloseTo(-0.833, 2);
  expect(state.since!).toBeLessThan(state.until!);
});

test("a path is in the dark since its last lit point went into the night", () => {
  const south = { latitude: -50, longitude: -70 };
  const night = Date.UTC(2026, 5, 21, 3) / 1000;
  const dark = darkSince(FAROL, south, night);
  expect(dark).toBeGreaterThan(0);
  expect(darkShare(FAROL, south, night - dark + 5)).toBe(1);
  expect(darkShare(FAROL, south, night - dark - 5)).toBeLessThan(1);
  expect(darkSince(FAROL, south, Date.UTC(2026, 5, 21, 15) / 1000)).toBe(0);
});

test("the way between two grids is that between their middles, and there is none where one is missing", () => {
  // GF35co is the middle of 34.3958 S, 53.7917 W, JN58td that of 48.1458 N, 11.6250 E.
  const exact = geodesic.Geodesic.WGS84.Inverse(-34.3958, -53.7917, 48.1458, 11.625).s12! / 1000;
  const kilometres = gridDistance("GF35co", "JN58td")!;
  expect(Math.abs(kilometres - exact) / exact).toBeLessThan(0.006);
  expect(gridDistance("GF35co", "GF35co")).toBe(0);
  for (const none of [null, "", "ZZ99"]) expect(gridDistance("GF35co", none)).toBeNull();
});
