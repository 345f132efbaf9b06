import fc from "fast-check";
import { resolve } from "../entity";
import { gridCenter } from "../geo";
import type { Worth } from "../award";
import { type Chance, chanceByPath, chanceOf } from "./chance";
import { createLedger, type Heard, type Spot } from "./ledger";
import { rankOf } from "./rank";
import { remarkFacts, usualMode } from "./remark";
import { isSpotLine, minutesFrom, readSpotLine, writeSpotLine } from "./spotLine";

const NOW = Date.UTC(2026, 10, 27, 18, 32) / 1000;

describe("a line of a spot network", () => {
  test.each([
    [
      "DX de CX9QTH:    14025.0  DL1QTA       up 2                           1832Z",
      { spotter: "CX9QTH", frequencyHz: 14_025_000, call: "DL1QTA", remark: "up 2", minute: 1112 },
    ],
    [
      "DX de W3QUA-#:   7012.3  EA8/CX3QUA   CW 22 dB 28 WPM              0004Z FM19",
      { spotter: "W3QUA", frequencyHz: 7_012_300, call: "EA8/CX3QUA", remark: "CW 22 dB 28 WPM", minute: 4 },
    ],
    [
      "dx de ly2qtz 14025,5 dl1qta hello",
      { spotter: "LY2QTZ", frequencyHz: 14_025_500, call: "DL1QTA", remark: "hello", minute: null },
    ],
    [
      "\u0007DX de CX9QTH: 144300.0 CX2QRB 599 2561Z",
      { spotter: "CX9QTH", frequencyHz: 144_300_000, call: "CX2QRB", remark: "599 2561Z", minute: null },
    ],
  ])("%s", (line, said) => expect(readSpotLine(line)).toEqual(said));

  test.each([
    "",
    "Welcome to the network, CX9QTH",
    "DX de CX9QTH: 14025.0",
    "DX de CX9QTH: fourteen DL1QTA",
    "DX de CX9QTH: 14025.0 NOCALL",
    "DX de 12: 14025.0 DL1QTA",
    "DX de CX9QTH: 0.0 DL1QTA",
    "To ALL de CX9QTH: 14025.0 is quiet",
  ])("nothing that could be a station: %s", (line) => expect(readSpotLine(line)).toBeNull());

  it("is told from what is none, well or badly", () => {
    expect(isSpotLine("DX de CX9QTH: nonsense")).toBe(true);
    expect(isSpotLine("To ALL de CX9QTH: hello")).toBe(false);
  });

  it("what is written is read as it was", () => {
    const words = fc.array(fc.constantFrom("up", "2", "CW", "599", "<b>", "tnx", "é", "QSX"), { maxLength: 6 });
    fc.assert(
      fc.property(
        fc.integer({ min: 18_000, max: 4_400_000 }),
        fc.constantFrom("DL1QTA", "EA8/CX3QUA", "VP8/H/CX3QUA", "CX3QUA/P"),
        words,
        fc.option(fc.integer({ min: 0, max: 1439 })),
        (hundreds, call, remark, minute) => {
          const line = { spotter: "CX9QTH", frequencyHz: hundreds * 100, call, remark: remark.join(" "), minute };
          expect(readSpotLine(writeSpotLine(line))).toEqual(line);
        },
      ),
    );
  });

  it("whatever comes does no harm, and takes no longer than its length", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        readSpotLine(text);
        readSpotLine(`DX de CX9QTH: ${text}`);
        remarkFacts(text, 14_025_000);
      }),
    );
    for (const sign of [" ", "1", "A", "/", "9 ", "1832Z "])
      readSpotLine(`DX de CX9QTH: 14025.0 DL1QTA ${sign.repeat(100_000)}x`);
  });

  test.each([
    [1112, 0],
    [1110, -2],
    [1115, 3],
    [1172, 60],
    [391, 719],
    [393, -719],
  ])("minute %i of the day is %i minutes from 18:32", (minute, apart) => expect(minutesFrom(minute, NOW)).toBe(apart));
});

describe("a remark", () => {
  test.each([
    ["up 2", 14_025_000, null, 14_027_000],
    ["CW UP", 14_025_000, "CW", 14_026_000],
    ["SSB up", 14_195_000, "SSB", 14_200_000],
    ["dn 1,5", 14_025_000, null, 14_023_500],
    ["up 5-10", 14_195_000, null, 14_200_000],
    ["QSX 14030.5", 14_025_000, null, 14_030_500],
    ["QSX 14.205", 14_195_000, null, 14_205_000],
    ["QSX 205", 14_195_000, null, 14_205_000],
    ["QSX 7.205", 14_195_000, null, null],
    ["cup of coffee", 14_195_000, null, null],
    ["FT8 -12 dB", 14_075_100, "FT8", null],
    ["FT4", 14_081_000, "MFSK FT4", null],
    ["USB 59", 14_195_000, "SSB USB", null],
    ["RTTY 20 dB", 14_085_000, "RTTY", null],
  ])("%s at %i: %s, listens at %s", (remark, frequencyHz, mode, listensHz) => {
    const facts = remarkFacts(remark, frequencyHz);
    expect(facts.mode === null ? null : [facts.mode.mode, facts.mode.submode].filter(Boolean).join(" ")).toBe(mode);
    expect(facts.listensHz).toBe(listensHz);
  });

  it("says how strong it was", () => {
    expect(remarkFacts("CW 22 dB 28 WPM", 7_012_300).over).toBe(22);
    expect(remarkFacts("-12dB", 14_075_100).over).toBe(-12);
    expect(remarkFacts("loud", 14_025_000).over).toBeNull();
  });

  test.each([
    [14_025_000, "CW"],
    [14_075_500, "FT8"],
    [14_081_000, "MFSK"],
    [14_090_000, "RTTY"],
    [14_250_000, "SSB"],
    [144_174_900, "FT8"],
    [145_500_000, null],
  ])("without one, at %i it is %s", (frequencyHz, mode) => expect(usualMode(frequencyHz, 2)?.mode ?? null).toBe(mode));
});

describe("the ledger", () => {
  const heard = (call: string, change: Partial<Heard> = {}): Heard => ({
    at: NOW,
    spotter: "CX9QTH",
    frequencyHz: 14_025_000,
    call,
    remark: "",
    ...change,
  });
  const shown = (all: readonly Heard[]) => {
    const ledger = createLedger(() => 2);
    for (const one of all) ledger.take(one);
    return [...ledger.spots()].map(({ call, frequencyHz, count }) => `${call} ${frequencyHz / 1000} ${count}`);
  };

  test.each<[string, readonly Heard[], readonly string[]]>([
    [
      "ten who announce one station are one line",
      Array.from({ length: 10 }, (_, index) =>
        heard("DL1QTA", { spotter: `W${index}QUA`, frequencyHz: 14_025_000 + 100 * (index % 3) }),
      ),
      ["DL1QTA 14025 10"],
    ],
    [
      "of calls a letter apart the one that most read is shown",
      [heard("DL1QTB"), heard("DL1QTA", { spotter: "W1QUA" }), heard("DL1QTA", { spotter: "W2QUA" })],
      ["DL1QTA 14025 3"],
    ],
    [
      "of two read as often the first one stays",
      [heard("DL1QTB"), heard("DL1QTA", { spotter: "W1QUA" })],
      ["DL1QTB 14025 2"],
    ],
    [
      "what is a letter apart elsewhere is another",
      [heard("DL1QTB"), heard("DL1QTA", { frequencyHz: 14_026_000 })],
      ["DL1QTB 14025 1", "DL1QTA 14026 1"],
    ],
    ["or later", [heard("DL1QTB"), heard("DL1QTA", { at: NOW + 1800 })], ["DL1QTB 14025 1", "DL1QTA 14025 1"]],
    ["two on one frequency are two", [heard("DL1QTB"), heard("LU4QSC")], ["DL1QTB 14025 1", "LU4QSC 14025 1"]],
    [
      "who moves a little is the same",
      [heard("DL1QTA"), heard("DL1QTA", { frequencyHz: 14_026_200, at: NOW + 60 })],
      ["DL1QTA 14026.2 2"],
    ],
    [
      "on three bands at once it is three",
      [heard("DL1QTA"), heard("DL1QTA", { frequencyHz: 7_025_000 }), heard("DL1QTA", { frequencyHz: 21_025_000 })],
      ["DL1QTA 14025 1", "DL1QTA 7025 1", "DL1QTA 21025 1"],
    ],
    [
      "in digital modes stations stand a few Hz apart",
      [heard("DL1QTA", { frequencyHz: 14_075_000 }), heard("DL1QTB", { frequencyHz: 14_075_050 })],
      ["DL1QTA 14075 1", "DL1QTB 14075.05 1"],
    ],
    ["off the amateur bands nothing is taken", [heard("DL1QTA", { frequencyHz: 13_000_000 })], []],
  ])("%s", (_, all, lines) => expect(shown(all)).toEqual(lines));

  it("keeps who heard it, the newest first, and the last remark that says something", () => {
    const ledger = createLedger(() => 2);
    ledger.take(heard("DL1QTA", { remark: "up 2" }));
    ledger.take(heard("DL1QTA", { spotter: "W1QUA", at: NOW + 60 }));
    const spot = ledger.take(heard("DL1QTA", { at: NOW + 120, remark: "" }))!;
    expect(spot).toMatchObject({ remark: "up 2", listensHz: 14_027_000, mode: "CW", firstAt: NOW, lastAt: NOW + 120 });
    expect(spot.heard.map(({ spotter }) => spotter)).toEqual(["CX9QTH", "W1QUA"]);
  });

  it("a line that comes late changes neither the frequency nor the remark", () => {
    const ledger = createLedger(() => 2);
    ledger.take(heard("DL1QTA", { remark: "here", frequencyHz: 14_026_000 }));
    const spot = ledger.take(heard("DL1QTA", { at: NOW - 300, remark: "before" }));
    expect(spot).toMatchObject({ remark: "here", frequencyHz: 14_026_000, firstAt: NOW - 300, lastAt: NOW });
  });

  it("who was announced elsewhere on the band since, and here no more, has left; on another band he is as well", () => {
    const left: number[] = [];
    const ledger = createLedger(
      () => 2,
      ({ id: gone }) => left.push(gone),
    );
    const elsewhere = { frequencyHz: 14_040_000 };
    const { id } = ledger.take(heard("DL1QTA"))!;
    ledger.take(heard("DL1QTA", { frequencyHz: 7_010_000 }));
    ledger.take(heard("DL1QTB", { frequencyHz: 14_100_000 }));
    ledger.take(heard("DL1QTA", { ...elsewhere, at: NOW + 600 }));
    expect(left).toEqual([]);
    ledger.take(heard("DL1QTA", { ...elsewhere, at: NOW + 601 }));
    expect([left, ledger.get(id)]).toEqual([[id], undefined]);
    expect([...ledger.spots()].map(({ call, band }) => `${call} ${band}`).sort()).toEqual([
      "DL1QTA 20m",
      "DL1QTA 40m",
      "DL1QTB 20m",
    ]);
    // What comes late does not drive away who was heard since.
    ledger.take(heard("DL1QTA", { frequencyHz: 14_060_000, at: NOW - 900 }));
    expect(left).toEqual([id]);
  });

  it("forgets what is old, and what it forgot begins anew", () => {
    const ledger = createLedger(() => 2);
    const { id } = ledger.take(heard("DL1QTA"))!;
    ledger.take(heard("LU4QSC", { at: NOW + 600 }));
    expect(ledger.drop(NOW + 1)).toEqual([id]);
    expect([[...ledger.spots()].length, ledger.get(id)]).toEqual([1, undefined]);
    expect(ledger.take(heard("DL1QTA", { at: NOW + 900 }))).toMatchObject({ count: 1, firstAt: NOW + 900 });
  });

  it("holds no more than what was announced, in whatever order", () => {
    const calls = ["DL1QTA", "DL1QTB", "LU4QSC", "EA8QUZ"];
    const one = fc.record({
      call: fc.constantFrom(...calls),
      frequencyHz: fc.integer({ min: 14_000_000, max: 14_030_000 }),
      at: fc.integer({ min: NOW, max: NOW + 3000 }),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 60 }), (all) => {
        const left: Spot[] = [];
        const ledger = createLedger(
          () => 2,
          (spot) => left.push(spot),
        );
        for (const each of all) ledger.take(heard(each.call, each));
        const spots = [...ledger.spots()];
        expect([...spots, ...left].reduce((sum, { count }) => sum + count, 0)).toBe(all.length);
        for (const spot of spots)
          expect([spot.call, ...spot.others.map(({ call }) => call)].every((call) => calls.includes(call))).toBe(true);
        expect(ledger.drop(Infinity)).toHaveLength(spots.length);
        expect([...ledger.spots()]).toEqual([]);
      }),
    );
  });
});

describe("the chance to hear it here", () => {
  const HERE = gridCenter("GF35co")!;
  const pointOf = (call: string) => {
    const { latitude, longitude } = resolve(call, NOW);
    return { latitude: latitude!, longitude: longitude! };
  };
  const SOLAR = { sunspots: 100, kIndex: 2 };
  const by = (chance: Chance) => () => ({ chance, reason: "the path" });
  const heardBy = (spotter: string, distanceKm: number, at = NOW) => ({ spotter, distanceKm, at });

  test.each([
    [
      "somebody near hears it now, whatever the path",
      [heardBy("CX2QRB", 120, NOW - 180)],
      "none",
      "good",
      "CX2QRB heard it 3 min ago, 120 km from here",
    ],
    ["he heard it before", [heardBy("CX2QRB", 120, NOW - 1000)], "none", "none", "the path"],
    [
      "somebody in the wider surroundings does, and the path is no better",
      [heardBy("PY2QUA", 1500)],
      "poor",
      "fair",
      "PY2QUA heard it just now, 1\u2009500 km from here",
    ],
    ["or the path is better", [heardBy("PY2QUA", 1500)], "good", "good", "the path"],
    ["it is heard far away", [heardBy("JA1QTR", 18_000)], "poor", "poor", "the path"],
    [
      "of several the nearest counts",
      [heardBy("PY2QUA", 1500), heardBy("CX2QRB", 120)],
      "none",
      "good",
      "CX2QRB heard it just now, 120 km from here",
    ],
  ] as const)("where %s", (_, hearers, path, chance, reason) =>
    expect(chanceOf(hearers, NOW, by(path))).toEqual({ chance, reason }),
  );

  test("and says how far in the miles of who asks for them", () =>
    expect(chanceOf([heardBy("PY2QUA", 1500)], NOW, by("poor"), "mi").reason).toBe(
      "PY2QUA heard it just now, 932 mi from here",
    ));

  test.each([
    ["DL1QTA", 14_025_000, 22, "good", /^the path is open, \d+ dB to spare$/],
    ["DL1QTA", 14_025_000, 13, "none", /too much is absorbed on the way$/],
    ["DL1QTA", 1_830_000, 13, "none", /too much is absorbed on the way$/],
    ["DL1QTA", 50_100_000, 22, "none", /^the path bears only up to 1\d\.\d MHz now$/],
    ["LU4QSC", 7_025_000, 22, "good", /to spare$/],
    ["DL1QTA", 145_500_000, 22, "none", /along the ground, \d+ dB too weak$/],
  ] as const)("of %s at %i, at %i UTC, by the path it is %s", (call, frequencyHz, hour, chance, reason) =>
    expect(
      chanceByPath(pointOf(call), HERE, frequencyHz, "CW", Date.UTC(2026, 10, 27, hour) / 1000, SOLAR),
    ).toMatchObject({
      chance,
      reason: expect.stringMatching(reason) as string,
    }),
  );

  it("without a place it is poor, and says so", () => {
    expect(chanceOf([], NOW, () => null)).toEqual({
      chance: "poor",
      reason: "where it is is not known, and nobody near here has heard it",
    });
  });
});

test("what to do next is worth times chance: a fresh one that cannot be heard comes after a wanted one that can", () => {
  const rank = (worth: Worth | null, chance: Chance, duplicate = false) =>
    rankOf({ worth, chance, duplicate, contest: null });
  expect(rank("wanted", "good")).toBeGreaterThan(rank("fresh", "poor"));
  expect(rank("fresh", "fair")).toBeGreaterThan(rank("wanted", "good"));
  expect(rank("fresh", "good", true)).toBe(0);
  expect(rank(null, "good")).toBe(rank("safe", "good"));
});

test("while a contest is on its multipliers and points are what counts", () => {
  const rank = (points: number, multipliers: number, duplicate = false, chance: Chance = "good") =>
    rankOf({ worth: "fresh", chance, duplicate: true, contest: { points, multipliers, duplicate } });
  expect(rank(3, 1)).toBeGreaterThan(rank(5, 0));
  expect(rank(3, 2)).toBeGreaterThan(rank(3, 1));
  expect(rank(3, 1, false, "poor")).toBeLessThan(rank(3, 0));
  expect(rank(3, 2, true)).toBe(0);
});
