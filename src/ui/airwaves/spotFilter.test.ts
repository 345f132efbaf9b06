import { type SpotFilter, spotFilterSchema, type SpotView } from "@/core/contract";
import { whyText, wholeText } from "./spotColumns";
import { EVERY_SPOT, nextSpot, shownSpots } from "./spotFilter";

const NOW = Date.parse("2026-11-27T18:00:00Z") / 1000;
let last = 0;
const spot = (call: string, change: Partial<SpotView> = {}): SpotView => ({
  id: ++last,
  call,
  base: call,
  frequencyHz: 14_025_000,
  listensHz: null,
  band: "20m",
  mode: "CW",
  submode: null,
  modeGroup: "CW",
  firstAt: "2026-11-27T17:50:00Z",
  lastAt: "2026-11-27T17:58:00Z",
  remark: "",
  count: 1,
  heard: [{ spotter: "W1QUA", continent: "NA", at: "2026-11-27T17:58:00Z" }],
  others: [],
  entity: { code: 230, name: "Germany", prefix: "DL" },
  continent: "EU",
  worth: { worth: "wanted", text: "20 m is new for Germany" },
  worths: [],
  contacts: 0,
  duplicate: false,
  confirmsOnline: null,
  contest: null,
  chance: "good",
  reason: "the path is open, 12 dB to spare",
  distanceKm: 11_700,
  bearing: 35,
  rank: 4,
  ...change,
});

const fresh = spot("P5QUZ", { worth: { worth: "fresh", text: "" }, rank: 8, chance: "fair", frequencyHz: 14_010_000 });
const safe = spot("LU4QSC", { worth: { worth: "safe", text: "" }, rank: 0.5, band: "40m", frequencyHz: 7_025_000 });
const worked = spot("DL1QTA", { duplicate: true, rank: 0, frequencyHz: 14_030_000 });
const voice = spot("EA8QUZ", {
  modeGroup: "voice",
  mode: "SSB",
  frequencyHz: 14_200_000,
  lastAt: "2026-11-27T17:20:00Z",
});
const asia = spot("JA1QUZ", {
  chance: "poor",
  rank: 0.8,
  frequencyHz: 14_040_000,
  heard: [{ spotter: "JA1QTR", continent: "AS", at: "2026-11-27T17:59:00Z" }],
});
const ALL = [safe, worked, fresh, voice, asia];

test.each<[string, Partial<SpotFilter>, readonly SpotView[]]>([
  ["all, what is to be worked first at first", {}, [fresh, voice, asia, safe, worked]],
  ["a band", { band: "40m" }, [safe]],
  ["the band that one is on", { band: "here" }, [fresh, voice, asia, worked]],
  ["a mode", { modeGroup: "voice" }, [voice]],
  ["what is fresh or wanted, and not worked by now", { worth: "needed" }, [fresh, voice, asia]],
  ["what is not confirmed", { worth: "unconfirmed" }, [fresh, voice, asia]],
  ["what is likely enough", { chance: "fair" }, [fresh, voice, safe, worked]],
  ["what was heard in a continent", { continent: "AS" }, [asia]],
  ["what is new enough", { minutes: 10 }, [fresh, asia, safe, worked]],
  ["by frequency", { order: "frequency", descending: false }, [safe, fresh, worked, asia, voice]],
  ["by call", { order: "call", descending: false }, [worked, voice, asia, safe, fresh]],
])("%s", (_, filter, shown) => {
  const calls = (spots: readonly SpotView[]) => spots.map(({ call }) => call);
  expect(calls(shownSpots(ALL, { ...EVERY_SPOT, ...filter }, "20m", NOW))).toEqual(calls(shown));
});

test("while a contest is on its multipliers are what is needed, and its duplicates are none", () => {
  const value = (points: number, fresh: string[] = [], duplicate = false) => ({ points, fresh, duplicate });
  const brings = spot("LU4QSC", { contest: value(3, ["Zones: Argentina"]), duplicate: true });
  const points = spot("DL1QTA", { contest: value(3) });
  const again = spot("EA8QUZ", { contest: value(0, [], true), duplicate: false });
  const shown = (worth: SpotFilter["worth"]) =>
    shownSpots([again, points, brings], { ...EVERY_SPOT, worth }, "20m", NOW).map(({ call }) => call);
  expect(shown("needed")).toEqual(["LU4QSC"]);
  expect(shown("unconfirmed")).toEqual(["LU4QSC", "DL1QTA"]);
  expect([brings, points, again].map((one) => whyText(one).split("; the path")[0])).toEqual([
    "new Zones: Argentina; 3 points",
    "3 points",
    "a duplicate in the contest",
  ]);
});

test("the next one up or down is the nearest on the band that was not worked", () => {
  const at = (hertz: number, by: 1 | -1) => nextSpot(ALL, "20m", hertz, by)?.call;
  expect(at(14_010_000, 1)).toBe("JA1QUZ");
  expect(at(14_200_000, -1)).toBe("JA1QUZ");
  expect(at(14_200_000, 1)).toBeUndefined();
  expect(at(0, 1)).toBe("P5QUZ");
});

test("a filter that was kept by another version is not taken", () => {
  expect(spotFilterSchema.safeParse(EVERY_SPOT).success).toBe(true);
  expect(spotFilterSchema.safeParse({ ...EVERY_SPOT, order: "beauty" }).success).toBe(false);
});

test("why one would go there is said in words", () => {
  expect(whyText(spot("DL1QTA", { contacts: 2 }))).toBe(
    "20 m is new for Germany; DL1QTA was worked before; the path is open, 12 dB to spare",
  );
  expect(whyText(spot("DL1QTA", { confirmsOnline: true }))).toMatch(/; the path .*; it confirms online$/);
  expect(whyText(spot("DL1QTA", { confirmsOnline: false }))).toMatch(/; it does not confirm online$/);
  expect(whyText(worked)).toBe("worked on this band and mode within the last day; the path is open, 12 dB to spare");
  expect(whyText(spot("X", { worth: null }))).toMatch(/^of no entity that is known; /);
  const text = wholeText(
    spot("DL1QTA", { listensHz: 14_027_000, others: [{ call: "DL1QTB", count: 2 }], remark: "<b>up 2</b>" }),
  );
  expect(text).toBe(
    'DL1QTA: 20 m is new for Germany; the path is open, 12 dB to spare. It listens on 14 027.00 kHz. Heard by W1QUA (NA). Read as DL1QTB 2 times. "<b>up 2</b>"',
  );
});
