import { gridCenter, pathBetween } from "../../src/core/geo";
import { ENTITIES, resolve } from "../../src/core/entity";
import { NAMED, namingOf } from "./people";
import { stationFacts } from "./stationFacts";

const AT = Date.UTC(2026, 10, 23) / 1000;

test("each way of naming is of entities that there are", () => {
  const prefixes = new Set(ENTITIES.map(({ prefix }) => prefix));
  expect(NAMED.filter((prefix) => !prefixes.has(prefix))).toEqual([]);
  expect(new Set(NAMED).size).toBe(NAMED.length);
  expect(NAMED.length).toBeGreaterThan(200);
});

test.each([
  ["DL1QT", "DL"],
  ["JA3QR", "JA"],
  ["OH2QS", "OH"],
  ["PY2QS", "PY"],
])("who has a call of %s has a name, a place and a grid of %s", (beginning, prefix) => {
  const { names, places } = namingOf(prefix)!;
  const stations = [..."ABCDEFGHIJKLMNOPQRSTUVWXYZ"].flatMap((last) => stationFacts(beginning + last, AT) ?? []);
  expect(stations).toHaveLength(26);
  for (const { call, name, place, grid } of stations) {
    expect(names).toContain(name);
    expect(places).toContain(place);
    const { latitude, longitude } = resolve(call, AT);
    const path = pathBetween({ latitude: latitude!, longitude: longitude! }, gridCenter(grid)!);
    expect(path.distanceKm).toBeLessThan(200);
  }
});
