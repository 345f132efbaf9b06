import type { WorldEntry } from "../world/handIns";
import { whyNot } from "./server";
import { type Entry, openShelf, TOLERANCE } from "./shelf";

const AT = Date.UTC(2026, 10, 23, 21) / 1000;
const entry: Entry = { log: "CX3QUA", with: "DL1QTA", at: AT, band: "20m", mode: "FT4" };
const theirs = (change: Partial<WorldEntry> = {}): WorldEntry => ({
  ownCall: "CX3QUA",
  call: "DL1QTA",
  startedAt: "2026-11-23T21:00:00Z",
  band: "20m",
  mode: "FT8",
  delay: 0,
  ...change,
});
const later = (seconds: number) => ({ startedAt: new Date((AT + seconds) * 1000).toISOString() });

let shelf: ReturnType<typeof openShelf>;
beforeEach(() => (shelf = openShelf(":memory:")));
afterEach(() => shelf.close());
const met = (now = AT) => shelf.metAfter(0, 100, now).met.map(({ with: call, at }) => [call, at]);

test("entries meet where both logs have them, whoever came first, and once", () => {
  expect(shelf.keep(entry, null, AT)).toBe(true);
  expect(shelf.keep(entry, theirs(), AT)).toBe(false);
  expect(met()).toEqual([]);
  shelf.hear(theirs(), AT);
  shelf.hear(theirs(), AT);
  expect(met()).toEqual([["DL1QTA", AT]]);

  shelf.hear(theirs({ call: "OY4QSA", mode: "CW" }), AT);
  expect(met()).toHaveLength(1);
  shelf.keep({ ...entry, with: "OY4QSA", mode: "CW" }, null, AT);
  expect(met()).toEqual([
    ["DL1QTA", AT],
    ["OY4QSA", AT],
  ]);
});

test.each([
  ["within a quarter of an hour", later(TOLERANCE), 1],
  ["further apart", later(TOLERANCE + 1), 0],
  ["on another band", { band: "40m" }, 0],
  ["in another mode group", { mode: "SSB" }, 0],
  ["of another log of ours", { ownCall: "CX9QTH" }, 0],
] as const)("%s", (_, change, count) => {
  shelf.keep(entry, theirs(change), AT);
  expect(met()).toHaveLength(count);
});

test("what comes later comes to light then, or when it is hurried", () => {
  shelf.keep(entry, theirs({ delay: 60 }), AT);
  expect([met(AT + 59), met(AT + 60)]).toEqual([[], [["DL1QTA", AT]]]);
  shelf.keep({ ...entry, with: "OY4QSA" }, theirs({ call: "OY4QSA", delay: 1e9 }), AT);
  shelf.hurry();
  expect(shelf.metAfter(1, 1, AT)).toMatchObject({ met: [{ number: 2, with: "OY4QSA" }], end: true });
  expect(shelf.metAfter(0, 1, AT)).toMatchObject({ met: [{ number: 1 }], end: false });
  expect(shelf.figures(AT)).toEqual([{ log: "CX3QUA", entries: 2, met: 2, latest: AT }]);
});

test.each([
  [{ log: "CX8QSB" }, "this key does not open the log of CX8QSB"],
  [{ with: "??" }, "?? is no call"],
  [{ at: AT + 301 }, "it lies in the future"],
  [{ mode: "SMOKE" }, "the mode SMOKE is not known"],
  [{}, null],
])("%j is turned down for what is wrong with it", (change, because) => {
  expect(whyNot({ ...entry, ...change }, new Set(["CX3QUA"]), AT)).toBe(because);
});

test("what somebody else proves counts as met, once, and only what is here", () => {
  expect(shelf.prove(entry, AT)).toBeNull();
  shelf.keep(entry, null, AT);
  expect([shelf.prove(entry, AT), shelf.prove(entry, AT)]).toEqual([true, false]);
  expect(met()).toEqual([["DL1QTA", AT]]);
  shelf.keep({ ...entry, with: "OY4QSA" }, theirs({ call: "OY4QSA" }), AT);
  expect(shelf.prove({ ...entry, with: "OY4QSA" }, AT)).toBe(false);
});

test("the chart counts by entity, band and mode what is there and what has met", () => {
  shelf.keep(entry, theirs(), AT);
  shelf.keep({ ...entry, with: "DL2QTA" }, null, AT);
  shelf.keep({ ...entry, with: "DL2QTA", band: "40m" }, null, AT);
  shelf.keep({ ...entry, with: "CX3QRA/MM" }, null, AT);
  expect(shelf.chart(AT).sort((a, b) => b.entries - a.entries)).toEqual([
    { entity: 230, band: "20m", mode: "FT4", entries: 2, met: 1 },
    { entity: null, band: "20m", mode: "FT4", entries: 1, met: 0 },
    { entity: 230, band: "40m", mode: "FT4", entries: 1, met: 0 },
  ]);
});
