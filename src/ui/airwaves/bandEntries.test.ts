import type { SpotView } from "@/core/contract";
import type { BandMark } from "../tuning/useBandMarks";
import { ageOf, bandEntries, nextEntry } from "./bandEntries";
import { bandPlan } from "./bandPlan";

const NOW = Date.parse("2026-11-27T10:00:00Z");
const MINUTE = 60_000;

function spot(id: number, call: string, kHz: number, more: Partial<SpotView> = {}): SpotView {
  return {
    id,
    call,
    base: call,
    frequencyHz: kHz * 1000,
    band: kHz < 10_000 ? "40m" : "20m",
    lastAt: new Date(NOW - MINUTE).toISOString(),
    rank: 4,
    duplicate: false,
    contest: null,
    ...more,
  } as SpotView;
}
const mark = (text: string, kHz: number, by: BandMark["by"], minutes = 5): BandMark => ({
  text,
  hertz: kHz * 1000,
  by,
  at: NOW - minutes * MINUTE,
});
const texts = (...of: Parameters<typeof bandEntries>) =>
  bandEntries(...of).map(({ text, by, hertz }) => `${hertz / 1000} ${text} ${by}`);

test("what is announced, put and worked on the band stands by its frequency, each station once", () => {
  const spots = [spot(1, "P5QUZ", 14_031), spot(2, "DL1QTA", 14_020), spot(3, "DL1QTA", 7010)];
  const marks = [
    mark("DL1QTA", 14_020.4, "put"),
    mark("K2QTB", 14_050, "put"),
    mark("K2QTB", 14_050.2, "worked"),
    mark("P5QUZ", 14_200, "worked"),
  ];
  expect(texts(spots, marks, "20m", "CX3QUA", NOW)).toEqual([
    "14020 DL1QTA spot",
    "14031 P5QUZ spot",
    "14050 K2QTB put",
    "14200 P5QUZ worked",
  ]);
});

test("what is read stands where it is not announced, put or worked, and is a duplicate where it was worked elsewhere", () => {
  const spots = [spot(1, "P5QUZ", 14_031)];
  const marks = [
    mark("P5QUZ", 14_031.2, "read"),
    mark("DL1QTA", 14_020, "read"),
    mark("K2QTB", 14_050, "read"),
    mark("K2QTB", 14_050.1, "put"),
    mark("G3QTA", 14_060, "read"),
    mark("G3QTA", 14_012, "worked"),
  ];
  const entries = bandEntries(spots, marks, "20m", "CX3QUA", NOW);
  expect(entries.map(({ text, by, duplicate }) => [text, by, duplicate])).toEqual([
    ["G3QTA", "worked", true],
    ["DL1QTA", "read", false],
    ["P5QUZ", "spot", false],
    ["K2QTB", "put", false],
    ["G3QTA", "read", true],
  ]);
});

test("what we put, and that we are announced, is named first; what was worked last, as a duplicate", () => {
  const spots = [spot(1, "P5QUZ", 14_031, { rank: 8 }), spot(2, "CX3QUA/P", 14_040, { base: "CX3QUA", rank: 0 })];
  const marks = [mark("here", 14_010, "put"), mark("G3QTA", 14_012, "worked")];
  const entries = bandEntries(spots, marks, "20m", "CX3QUA", NOW);
  const byRank = [...entries].sort((a, b) => b.rank - a.rank).map(({ text }) => text);
  expect(byRank).toEqual(["here", "CX3QUA/P", "P5QUZ", "G3QTA"]);
  expect(entries.filter(({ isOwn }) => isOwn).map(({ text }) => text)).toEqual(["CX3QUA/P"]);
  expect(entries.filter(({ duplicate }) => duplicate).map(({ text }) => text)).toEqual(["G3QTA"]);
});

test.each([
  [0, "new"],
  [10, "new"],
  [11, "while"],
  [30, "while"],
  [31, "old"],
])("what was heard %d minutes ago is %s", (minutes, age) => {
  expect(ageOf(NOW - minutes * MINUTE, NOW)).toBe(age);
});

test("by keys one goes from one to the next, past what was worked, from none to the nearest, and stays at the ends", () => {
  const entries = bandEntries(
    [spot(1, "A", 14_010), spot(2, "B", 14_020), spot(3, "C", 14_030)],
    [mark("D", 14_025, "worked"), mark("E", 14_019, "worked")],
    "20m",
    "CX3QUA",
    NOW,
  );
  const step = (from: string | null, by: 1 | -1) => nextEntry(entries, from, by, 14_019_000)?.text;
  expect([step(null, 1), step("spot 2", 1), step("spot 2", -1), step("spot 3", 1), step("spot 9", 1)]).toEqual([
    "B",
    "C",
    "A",
    "C",
    "B",
  ]);
  expect(nextEntry([], null, 1, 0)).toBeUndefined();
});

test("a wide panel has its ruler lying, a high one upright; what has no room for its name is told apart", () => {
  const entries = bandEntries(
    Array.from({ length: 60 }, (_, index) => spot(index, `DL${index}QTA`, 14_074, { rank: index })),
    [],
    "20m",
    "CX3QUA",
    NOW,
  );
  const view = { lowHz: 14_000_000, highHz: 14_350_000 };
  const upright = bandPlan(entries, view, { width: 260, height: 600 });
  expect([upright.way, upright.length]).toEqual(["upright", 600]);
  expect(upright.labels.length + upright.unnamed.length).toBe(60);
  expect(upright.unnamed.length).toBeGreaterThan(40);
  const lying = bandPlan(entries, view, { width: 1200, height: 300 });
  expect([lying.way, lying.length]).toEqual(["lying", 1200]);
  const outside = bandPlan(entries, { lowHz: 14_100_000, highHz: 14_200_000 }, { width: 260, height: 600 });
  expect([outside.labels, outside.unnamed]).toEqual([[], []]);
});
