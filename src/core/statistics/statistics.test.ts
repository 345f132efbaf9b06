import fc from "fast-check";
import { BANDS } from "../band";
import type { Condition } from "../view";
import { BAND, DELAY, DISTANCE, HOUR, MODE, MONTH, MONTH_END, WEEKDAY, YEAR } from "./dimension";
import { contactsOf, statisticById, statisticIdSchema, STATISTICS } from ".";

const seconds = (iso: string) => Date.parse(iso) / 1000;
const counting = (id: string, groups: readonly object[]) => statisticById(id)!.count(groups as never);
const figures = (id: string, groups: readonly object[]) =>
  counting(id, groups).figures.map(({ key, across, values }) => [key, ...(across === null ? [] : [across]), ...values]);

test.each([
  [MONTH, { day: seconds("2026-11-30") }, 2026 * 12 + 10, "Nov 2026"],
  [MONTH, { day: seconds("1969-12-31") }, 1969 * 12 + 11, "Dec 1969"],
  [YEAR, { day: seconds("1969-12-31") }, 1969, "1969"],
  [HOUR, { hour: 7 }, 7, "07"],
  [WEEKDAY, { weekday: 0 }, 7, "Sun"],
  [WEEKDAY, { weekday: 1 }, 1, "Mon"],
  [BAND, { band: "20m" }, "20m", "20 m"],
  [MODE, { mode: "SSB", submode: "LSB" }, "SSB", "SSB"],
  [MODE, { mode: "MFSK", submode: "FT4" }, "MFSK FT4", "FT4"],
  [MODE, { mode: "OLIVIA", submode: "OLIVIA 4/125" }, "OLIVIA OLIVIA 4/125", "OLIVIA 4/125"],
  [MODE, { mode: "CW", submode: null }, "CW", "CW"],
  [DISTANCE, { distanceKm: 0 }, 0, "under 500 km"],
  [DISTANCE, { distanceKm: 1999 }, 1000, "1\u2009000 km to 2\u2009000 km"],
  [DISTANCE, { distanceKm: 19_990 }, 18_000, "18\u2009000 km and more"],
])("%# a contact is told apart", (dimension, facts, key, text) => {
  expect(dimension.keyOf(facts as never)).toBe(key);
  expect(dimension.text(key, "km")).toBe(text);
});

test("contacts without a value are told apart from all others", () => {
  expect(DISTANCE.keyOf({ distanceKm: null })).toBeNull();
  const groups = [
    { distanceKm: 400, contacts: 3, confirmed: 1 },
    { distanceKm: null, contacts: 5, confirmed: 5 },
    { distanceKm: 300, contacts: 2, confirmed: 2 },
  ];
  const { figures: counted, contacts, without } = counting("distances", groups);
  expect(counted[0]).toEqual({ key: 0, across: null, values: [5, 3] });
  expect(counted.slice(1).every(({ values }) => values[0] === 0)).toBe(true);
  expect([contacts, without]).toEqual([10, 5]);
});

test("months without a contact stand between those with some; bands are in their order; the most worked come first", () => {
  const alike = { contacts: 1, confirmed: 0 };
  expect(
    figures("months", [
      { day: seconds("2026-02-01"), ...alike },
      { day: seconds("2025-12-31"), ...alike },
    ]),
  ).toEqual([
    [24_311, 1, 0],
    [24_312, 0, 0],
    [24_313, 1, 0],
  ]);
  expect(
    figures("bands", [
      { band: "10m", ...alike },
      { band: "160m", ...alike },
    ]).map(([band]) => band),
  ).toEqual(["160m", "10m"]);
  expect(
    figures("mostWorked", [
      { entityCode: 100, ...alike },
      { entityCode: 144, contacts: 7, confirmed: 2 },
    ]),
  ).toEqual([
    [144, 7, 2],
    [100, 1, 0],
  ]);
  expect(figures("months", [])).toEqual([]);
});

test("cells have every hour, and what was counted in both", () => {
  const cells = figures("week", [
    { hour: 23, weekday: 6, contacts: 2, confirmed: 1 },
    { hour: 23, weekday: 6, contacts: 1, confirmed: 1 },
  ]);
  expect(cells).toHaveLength(24 * 7);
  expect(cells.filter(([, , contacts]) => contacts !== 0)).toEqual([[23, 6, 3, 2]]);
});

test("entities grow by the month of their first contact, and of their first confirmed one", () => {
  const at = (day: string, confirmed: string | null) => ({
    ...{ first: seconds(day), firstConfirmed: confirmed === null ? null : seconds(confirmed), contacts: 4 },
  });
  const { along } = statisticById("entities")!;
  expect(
    figures("entities", [
      { entityCode: 144, ...at("2026-01-05", "2026-03-01") },
      { entityCode: 100, ...at("2026-01-31T23:59:59Z", null) },
      { entityCode: 291, ...at("2026-03-31T23:59:59Z", "2026-03-31T23:59:59Z") },
      { entityCode: null, ...at("2025-01-01", null) },
    ]).map(([key, ...values]) => [along.text(key!, "km"), ...values]),
  ).toEqual([
    ["Jan 2026", 2, 0],
    ["Feb 2026", 2, 0],
    ["Mar 2026", 3, 2],
  ]);
  expect(MONTH_END.conditions(24_312)).toEqual([{ field: "startedAt", is: "before", value: "2026-02-01" }]);
});

test("confirmations are counted by channel, and by the days they took", () => {
  expect(figures("rates", [{ channel: "lantern", contacts: 10, confirmed: 4 }])).toEqual([
    ["card", 0, 0],
    ["lantern", 10, 4],
    ["tideline", 0, 0],
  ]);
  const took = (days: number | null) => ({ channel: "lantern", days, contacts: 1 });
  const counted = counting("delays", [-3, 0, 1, 7, 8, 30, 31, 365, 366, 4000, null].map(took));
  expect(counted.without).toBe(1);
  expect(counted.figures.map(({ key, values }) => [DELAY.text(key, "km"), values[1]])).toEqual([
    ["the same day or before", 2],
    ["the next day", 1],
    ["2 to 7 days", 1],
    ["up to a month", 2],
    ["to 3 months", 1],
    ["to 6 months", 0],
    ["to a year", 1],
    ["to 2 years", 1],
    ["longer", 1],
  ]);
});

test("whatever was counted, nothing is lost: figures and what has no value are all contacts", () => {
  const group = fc.record({
    ...{ contacts: fc.integer({ min: 1, max: 50 }), confirmed: fc.nat(1) },
    band: fc.constantFrom(...BANDS.map(({ name }) => name)),
    hour: fc.nat(23),
    weekday: fc.nat(6),
    day: fc.integer({ min: -20_000, max: 20_000 }).map((day) => day * 86_400),
    distanceKm: fc.option(fc.nat(20_015)),
    continent: fc.option(fc.constantFrom("EU", "SA", "AN")),
  });
  fc.assert(
    fc.property(fc.array(group, { maxLength: 40 }), (groups) => {
      const all = groups.reduce((sum, { contacts }) => sum + contacts, 0);
      for (const id of ["months", "years", "bands", "week", "bandHours", "distances", "continents"]) {
        const { figures: counted, contacts, without } = counting(id, groups);
        expect(contacts).toBe(all);
        expect(counted.reduce((sum, { values }) => sum + values[0]!, 0)).toBe(all - without);
        expect(new Set(counted.map(({ key, across }) => `${key} ${across}`)).size).toBe(counted.length);
      }
    }),
    { numRuns: 50 },
  );
});

test("what a figure was counted from is asked for by a filter: along, across, and of its series", () => {
  const figure = { key: 23, across: "20m", values: [3, 2] };
  const ofThem: Condition[] = [
    { field: "hour", is: "is", value: "23" },
    { field: "band", is: "is", value: "20m" },
  ];
  const statistic = statisticById("bandHours")!;
  expect(contactsOf(statistic, figure, 0)).toEqual(ofThem);
  expect(contactsOf(statistic, figure, 1)).toEqual([...ofThem, { field: "confirmed", is: "yes" }]);
});

test("every statistic has an id of its own, which an address may name", () => {
  const ids = STATISTICS.map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
  expect([statisticIdSchema.safeParse("bands").success, statisticIdSchema.safeParse("bands;").success]).toEqual([
    ...[true, false],
  ]);
});
