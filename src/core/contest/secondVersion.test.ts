import fc from "fast-check";
import { withinsOf } from "./assess";
import { groupsOf } from "./contestModes";
import { checkRules, soundRules } from "./checkRules";
import { choicesFor, meaningOf, partsOf } from "./exchange";
import type { Part, RulesInput } from "./rules";
import { createScoreboard } from "./score";
import { contestLine, entrantOf, rulesOf, scoreLines } from "./testing";
import { sentParts, stationOf } from "./station";

/** A contest of version 2 with nothing special, for each test to say what is. */
function rules(change: Partial<RulesInput> = {}) {
  return soundRules({ ...PLAIN, ...change });
}

const PLAIN: RulesInput = {
  format: "ypsiloid-contest/2",
  name: "Plain",
  tag: "PLAIN",
  when: { fixed: [{ from: "2026-05-02T20:00:00Z", to: "2026-05-03T20:00:00Z" }] },
  deadlineDays: 7,
  bands: ["80m", "40m", "20m"],
  modes: ["CW", "voice"],
  exchange: { all: [{ id: "age", label: "Age", type: "age" }] },
  points: [{ points: 1 }],
  duplicates: { per: "band" },
  categories: { operator: ["SINGLE-OP"], power: ["HIGH", "LOW", "QRP"] },
};

const CLASS_FORM = { type: "class", form: "#[AB]" } as const;
const CLASS = { id: "class", label: "Class", ...CLASS_FORM };

describe("hand-worked logs of the contests that ship", () => {
  it("Cuchilla Mobile Round: departments of who moves, zones of others, two sessions, duplicates that cost", () => {
    const round = rulesOf("CUCHILLA-MOBILE");
    const entrant = entrantOf(round, { category: { station: "MOBILE", power: "LOW" }, sent: { where: "MA" } });
    const { each, score } = scoreLines(round, entrant, [
      [0, "CX1QRA/M 40m CW MO"],
      [1, "CX1QRA/M 40m CW MO"],
      [5, "CX1QRA/M 40m CW CA"],
      [6, "CX2QRB 40m SSB CA"],
      [7, "LU2QSA 20m CW 13"],
      [8, "DL1QTA 20m CW 14"],
      [300, "LU2QSB 20m CW 13"],
      [450, "LU2QSC 40m CW 13"],
      [700, "LU2QSD 40m CW 13"],
    ]);
    expect(each).toEqual([
      "4 department:MO",
      "duplicate",
      "4 department:CA",
      "2 department:CA",
      "1 zone:13",
      "1 zone:14",
      "between the sessions",
      "3",
      "1",
    ]);
    // 16 points less 2 for the duplicate; 3 departments, each twice, and 2 zones; half as much again for a mobile.
    expect(score).toMatchObject({ factors: [8], categoryFactor: 1.5, score: 14 * 8 * 1.5 });
    expect(score.total).toMatchObject({ contacts: 7, duplicates: 1, points: 14 });
  });

  it("Bañado Grid Legs: base and distance, squares times entities, each leg by itself and the sum of both", () => {
    const legs = rulesOf("BANADO-GRID");
    const { each, score } = scoreLines(legs, entrantOf(legs, { grid: "GF35co" }), [
      [0, "CX1QRA 2m SSB 1 GF35co"],
      [1, "CX2QRB 2m SSB 2 GF25aa"],
      [2, "LU2QSA 70cm CW 3 GF05bk"],
      [240, "LU2QSA 2m CW 4 GF05bk"],
      [780, "PY3QRA 2m SSB 5 GG30ab"],
      [790, "CX2QRB 23cm SSB 6 GF25aa"],
      [791, "CX2QRB 23cm SSB 7 GF25aa"],
    ]);
    // By the law of cosines: 0, 208.45, 557.83, 495.99 and 208.45 km.
    expect(each).toEqual([
      "20 square:GF35 entity:144",
      "228 square:GF25",
      "578 square:GF05 entity:100",
      "between the sessions",
      "516 square:GG30 entity:108",
      "684 square:GF25 entity:144",
      "duplicate",
    ]);
    expect(score.sessions).toEqual([
      { id: "evening", label: "Evening leg", contacts: 3, points: 826, factors: [3, 2], score: 826 * 3 * 2 },
      { id: "morning", label: "Morning leg", contacts: 2, points: 1200, factors: [2, 2], score: 1200 * 2 * 2 },
    ]);
    expect(score.score).toBe(4956 + 4800);
  });
});

describe("points", () => {
  it("come from a number that was received, over a base", () => {
    const { each } = scoreLines(
      rules({
        points: [
          { if: { band: ["80m"] }, points: { part: "age", base: 10, points: -0.5 } },
          { points: { part: "age" } },
        ],
      }),
      entrantOf(rules()),
      [
        [0, "DL1QTA 80m CW 44"],
        [1, "DL1QTA 40m CW 44"],
        [2, "DL1QTB 40m CW"],
      ],
    );
    expect(each).toEqual(["-12", "44", "0"]);
  });

  it.each([
    ["up", "11"],
    ["down", "10"],
    ["nearest", "10"],
  ] as const)("round distances %s", (round, points) => {
    const byDistance = rules({
      exchange: { all: [{ id: "grid", label: "Grid", type: "grid" }] },
      points: [{ points: { perKm: 53, points: 1, round } }],
    });
    // GF35 to GF05 is 549.75 km, 10.37 steps of 53 km.
    expect(scoreLines(byDistance, entrantOf(byDistance), [[0, "LU2QSA 40m CW GF05"]]).each).toEqual([points]);
  });

  it("go by the time of day, also past midnight", () => {
    const { each } = scoreLines(
      rules({ points: [{ if: { time: { from: "23:30", to: "06:00" } }, points: 5 }, { points: 1 }] }),
      entrantOf(rules()),
      // It begins at 20:00.
      [209, 210, 599, 600].map((minutes) => [minutes, `DL${minutes % 10}QT${"ABCD"[minutes % 4]} 40m CW 30`] as const),
    );
    expect(each).toEqual(["1", "5", "5", "1"]);
  });

  it("may be below nothing", () => {
    const home = rules({ points: [{ if: { same: ["entity"] }, points: -3 }, { points: 2 }] });
    const { score } = scoreLines(home, entrantOf(home), [
      [0, "CX1QRA 40m CW 30"],
      [1, "DL1QTA 40m CW 30"],
    ]);
    expect(score.score).toBe(-1);
  });
});

describe("multipliers", () => {
  const multipliers: RulesInput["multipliers"] = [
    { id: "entity", label: "Entities", of: "entity", per: "contest", weight: 3 },
    { id: "continent", label: "Continents", of: "continent", per: "hour" },
  ];
  const lines = [
    [0, "DL1QTA 40m CW 30"],
    [59, "DL2QTA 40m CW 30"],
    [60, "DL3QTA 40m CW 30"],
    [61, "LU2QSA 40m CW 30"],
  ] as const;

  it("have a weight, and count in each hour", () => {
    const added = rules({ multipliers });
    const { each, score } = scoreLines(added, entrantOf(added), lines);
    expect(each).toEqual(["1 entity:230 continent:EU", "1", "1 continent:EU", "1 entity:100 continent:SA"]);
    // 4 points; 2 entities that count three times each, and 3 continents.
    expect(score).toMatchObject({ factors: [9], score: 36 });
  });

  it("are multiplied with each other", () => {
    const multiplied = rules({ multipliers, multipliersAre: "multiplied" });
    expect(scoreLines(multiplied, entrantOf(multiplied), lines).score).toMatchObject({ factors: [6, 3], score: 72 });
    expect(scoreLines(multiplied, entrantOf(multiplied), []).score).toMatchObject({ factors: [0, 0], score: 0 });
  });
});

describe("a part that can be several things", () => {
  const societies = {
    clubs: [
      { code: "FAROL", name: "Club of the lighthouse" },
      { code: "13", name: "Thirteen" },
    ],
  };
  const either = rules({
    lists: societies,
    sides: [{ id: "members", label: "Members", when: { part: { id: "who", as: "list" } } }],
    exchange: {
      all: [{ id: "who", label: "Zone or club", type: "ituZone", or: [{ type: "list", list: "clubs" }] }],
    },
    points: [
      { if: { other: ["side"] }, points: 5 },
      { if: { theirs: { side: ["members"] } }, points: 3 },
      { points: 1 },
    ],
    multipliers: [{ id: "who", label: "Zones and clubs", of: "part", part: "who", per: "contest" }],
  });

  it("is read as the first that it fits, and tells the side", () => {
    const zoneSent = entrantOf(either, { sent: { who: "14" } });
    const lines = [
      [0, "DL1QTA 40m CW 28"],
      [1, "DL2QTA 40m CW FAROL"],
      [2, "DL3QTA 40m CW 13"],
      [3, "DL4QTA 40m CW 91"],
    ] as const;
    expect(scoreLines(either, zoneSent, lines).each).toEqual(["1 who:28", "5 who:FAROL", "1 who:13", "1"]);
    const clubSent = entrantOf(either, { sent: { who: "farol" } });
    expect(scoreLines(either, clubSent, lines).each).toEqual(["5 who:28", "3 who:FAROL", "5 who:13", "5"]);
    const own = stationOf(either, clubSent, sentParts(either, clubSent.sent, clubSent.entityCode));
    expect(own.side).toBe("members");
  });

  it("is never taken for the zone where it is none", () => {
    const board = createScoreboard(either, entrantOf(either));
    const judged = board.judge(contestLine(either, 0, "DL1QTA 40m CW FAROL"));
    expect(judged).toMatchObject({ side: "members", parts: { who: "FAROL" } });
  });
});

describe("stations that move", () => {
  it("may be worked anew where they, or we, send another part", () => {
    const moving = rulesOf("CUCHILLA-MOBILE");
    const board = createScoreboard(moving, entrantOf(moving, { sent: { where: "MA" } }));
    const put = (minutes: number, line: string, where?: string) => {
      const one = { ...contestLine(moving, minutes, line), ...(where === undefined ? {} : { partsSent: { where } }) };
      board.put(one);
      return board.judgementOf(one.id)!.duplicate;
    };
    expect(put(0, "CX1QRA/M 40m CW MO")).toBe(false);
    // The same place sent, as it was typed.
    expect(put(1, "CX1QRA/M 40m CW MO", "ma")).toBe(true);
    expect(put(2, "CX1QRA/M 40m CW MO", "RO")).toBe(false);
    expect(put(3, "CX1QRA/M 40m CW CA", "RO")).toBe(false);
    expect(put(4, "CX1QRA 40m CW CA", "RO")).toBe(true);
    expect(put(5, "CX1QRA/M 40m CW CA", "MA")).toBe(false);
  });
});

describe("a session", () => {
  it("has bands and modes of its own, and counts by itself where that is asked for", () => {
    const two = rules({
      sessions: [
        { id: "morse", label: "Morse", after: 0, hours: 1, modes: ["CW"] },
        { id: "low", label: "Low bands", after: 2, hours: 1, bands: ["80m"] },
      ],
      duplicates: { per: "bandAndSession" },
      multipliers: [{ id: "call", label: "Calls", of: "call", per: "session" }],
    });
    expect(
      scoreLines(two, entrantOf(two), [
        [0, "DL1QTA 80m CW 30"],
        [1, "DL1QTA 80m CW 30"],
        [2, "DL1QTB 80m SSB 30"],
        [60, "DL1QTB 80m CW 30"],
        [120, "DL1QTA 80m CW 30"],
        [121, "DL1QTB 40m CW 30"],
      ]).each,
    ).toEqual([
      "1 call:DL1QTA",
      "duplicate",
      "SSB is no mode of the session Morse",
      "between the sessions",
      "1 call:DL1QTA",
      "40 m is no band of the session Low bands",
    ]);
  });
});

test("legs that lie months apart have a total", () => {
  const year = rules({
    when: { fixed: [{ from: "2026-01-10T18:00:00Z", to: "2026-11-10T21:00:00Z" }] },
    sessions: [
      { id: "summer", label: "Summer leg", after: 0, hours: 3 },
      { id: "spring", label: "Spring leg", after: 304 * 24, hours: 3 },
    ],
    sessionScores: "apart",
    multipliers: [{ id: "prefix", label: "Prefixes", of: "prefix", per: "contest" }],
  });
  const { each, score } = scoreLines(year, entrantOf(year), [
    [0, "DL1QTA 40m CW 30"],
    [10, "DL2QTB 40m CW 30"],
    [90 * 1440, "DL1QTC 40m CW 30"],
    [304 * 1440, "DL1QTA 40m CW 30"],
    [304 * 1440 + 179, "DL1QTA 80m CW 30"],
  ]);
  expect(each).toEqual(["1 prefix:DL1", "1 prefix:DL2", "between the sessions", "1 prefix:DL1", "1"]);
  // Two contacts times two prefixes, and two times one.
  expect(score.sessions.map(({ score: ofLeg }) => ofLeg)).toEqual([4, 2]);
  expect(score.score).toBe(6);
});

describe("what cannot be meant so", () => {
  const faultsOf = (change: object) => {
    const checked = checkRules({ ...PLAIN, ...change });
    return checked.ok ? [] : checked.faults.map(({ field, text }) => `${field}: ${text}`);
  };

  it.each<[string, object, string]>([
    [
      "a session behind the end",
      { sessions: [{ id: "a", label: "A", after: 20, hours: 5 }] },
      "sessions.0: it ends 25 hours after the start, and the contest lasts 24",
    ],
    [
      "sessions over each other",
      {
        sessions: [
          { id: "a", label: "A", after: 0, hours: 5 },
          { id: "b", label: "B", after: 4, hours: 5 },
        ],
      },
      "sessions.1: it overlaps with A",
    ],
    [
      "scores apart of nothing",
      { sessionScores: "apart" },
      'sessionScores: it says "apart", and there are no sessions',
    ],
    [
      "a part that is not there",
      { duplicates: { per: "band", parts: ["county"] } },
      'duplicates.parts.0: there is no part "county"; there are age',
    ],
    [
      "points by a part that is not there",
      { points: [{ points: { part: "year" } }] },
      'points.0.points.part: there is no part "year"; there are age',
    ],
    [
      "a part that is the same twice",
      { exchange: { all: [{ id: "age", label: "Age", type: "age", or: [{ type: "age" }] }] } },
      'exchange.all.0.or.0.type: "age" stands twice among what Age can be',
    ],
    [
      "a type that a part never is",
      { points: [{ if: { part: { id: "age", as: "list" } }, points: 1 }, { points: 2 }] },
      "points.0.if.part.as: age is never of type list, but age",
    ],
    [
      "a letter that no class has",
      {
        exchange: {
          all: [{ id: "age", label: "Age", type: "age", or: [{ ...CLASS_FORM, letters: { C: "On a hill" } }] }],
        },
      },
      'exchange.all.0.or.0.letters.C: no class of the form "#[AB]" has the letter C',
    ],
    [
      "letters of what is no class",
      { exchange: { all: [{ id: "age", label: "Age", type: "age", letters: { A: "Old" } }] } },
      "exchange.all.0.letters.A: only the letters of a class mean something",
    ],
    [
      "a side by what not all send",
      {
        sides: [{ id: "old", label: "Old", when: { part: { id: "age", is: ["99"] } } }],
        exchange: { old: PLAIN.exchange.all, outside: PLAIN.exchange.all },
      },
      'sides.0.when.part: a side is told by what it sends only where "all" send the same parts',
    ],
    [
      "a factor of a category that is not there",
      { categoryFactors: [{ category: { power: ["SOME"] }, factor: 2 }] },
      'categoryFactors.0.category.power: there is no power category "SOME"; there are HIGH, LOW, QRP',
    ],
  ])("%s", (_, change, fault) => {
    expect(faultsOf(change)).toEqual([fault]);
  });

  const first = { ...PLAIN, format: "ypsiloid-contest/1" };
  it.each<[string, object]>([
    ["sessions", { sessions: [{ id: "a", label: "A", after: 0, hours: 5 }] }],
    ["multipliersAre", { multipliersAre: "multiplied" }],
    ["categoryFactors", { categoryFactors: [{ category: { power: ["LOW"] }, factor: 2 }] }],
    ["wrongPoints", { wrongPoints: -1 }],
    ["duplicates.parts", { duplicates: { per: "band", parts: ["age"] } }],
    ["duplicates.points", { duplicates: { per: "band", points: -1 } }],
    ["duplicates.per", { duplicates: { per: "hour" } }],
    ["exchange.all.0.or", { exchange: { all: [{ ...CLASS, or: [{ type: "age" }] }] } }],
    ["exchange.all.0.letters", { exchange: { all: [{ ...CLASS, letters: { A: "At home" } }] } }],
    ["points.0.points", { points: [{ points: -2 }] }],
    ["points.0.points.part", { points: [{ points: { part: "age" } }] }],
    ["points.0.points.base", { points: [{ points: { perKm: 100, points: 1, base: 5 } }] }],
    ["points.0.points.round", { points: [{ points: { perKm: 100, points: 1, round: "down" } }] }],
    ["points.0.if.time", { points: [{ if: { time: { from: "00:00", to: "01:00" } }, points: 2 }, { points: 1 }] }],
    ["points.0.if.part", { points: [{ if: { part: { id: "age" } }, points: 2 }, { points: 1 }] }],
    ["workable.not.part", { workable: { not: { part: { id: "age", as: "age" } } } }],
    ["multipliers.0.weight", { multipliers: [{ id: "call", label: "Calls", of: "call", per: "band", weight: 2 }] }],
    ["multipliers.0.per", { multipliers: [{ id: "call", label: "Calls", of: "call", per: "bandAndSession" }] }],
    ["bonuses.0.per", { bonuses: [{ kind: "station", id: "b", label: "B", points: 5, call: "CX3QUA", per: "hour" }] }],
    ["limits.0.watts", { limits: [{ watts: 5 }] }],
    ["sides.0.when.part", { sides: [{ id: "old", label: "Old", when: { part: { id: "age", is: ["99"] } } }] }],
  ])("%s is told in a definition of version 1", (field, change) => {
    expect(checkRules({ ...PLAIN, ...change })).toMatchObject({ ok: true });
    const checked = checkRules({ ...first, ...change });
    expect(checked.ok ? [] : checked.faults.map((fault) => fault.field)).toEqual([field]);
    expect(checked.ok ? "" : checked.faults[0]!.text).toContain('"format": "ypsiloid-contest/2"');
  });

  it("is nothing in what was kept of a sound one of version 1, which has all fields", () => {
    const kept = checkRules(first);
    expect(kept.ok && checkRules(JSON.parse(JSON.stringify(kept.value))).ok).toBe(true);
  });
});

describe("what a part can be is offered, and said in words", () => {
  const field = rulesOf("MAREAS-FIELD");
  const [station, section] = partsOf(field, "inside") as [Part, Part];

  it("of a class by its letters", () => {
    expect(choicesFor(field, station, 291)).toContainEqual({ code: "1E", name: "At a lighthouse" });
    expect(meaningOf(field, station, "12B", 291)).toBe("On a hill");
    const plain = { ...station, letters: undefined };
    expect([choicesFor(field, plain, 291), meaningOf(field, plain, "12B", 291)]).toEqual([[], null]);
  });

  it("of lists by their names, those of an entity alone", () => {
    expect(choicesFor(field, section, 291)).toContainEqual(expect.objectContaining({ code: "EMA" }));
    expect(meaningOf(field, section, "EMA", 291)).toBe("Eastern Massachusetts");
    const round = rulesOf("CUCHILLA-MOBILE");
    const where = partsOf(round, "all")[1]!;
    expect(choicesFor(round, where, 144)).toHaveLength(19);
    expect(meaningOf(round, where, "MA", 144)).toBe("Maldonado");
    expect(choicesFor(round, where, 230)).toEqual([]);
    expect(meaningOf(round, where, "14", 230)).toBeNull();
  });
});

test("whatever counts once counts within one of the units that are listed", () => {
  const sessions = [
    { id: "first", label: "First", after: 0, hours: 5 },
    { id: "second", label: "Second", after: 5, hours: 5 },
  ];
  const pers = ["contest", "band", "mode", "bandAndMode", "session", "bandAndSession"] as const;
  fc.assert(
    fc.property(
      fc.constantFrom(...pers),
      fc.constantFrom("together", "apart"),
      fc.boolean(),
      fc.constantFrom("80m", "40m", "20m"),
      fc.constantFrom("CW", "SSB"),
      fc.integer({ min: 0, max: 599 }),
      (per, sessionScores, hasSessions, band, mode, minute) => {
        const one = rules({
          ...(hasSessions ? { sessions, sessionScores } : {}),
          multipliers: [{ id: "call", label: "Calls", of: "call", per }],
        });
        const board = createScoreboard(one, entrantOf(one));
        const [item] = board.judge(contestLine(one, minute, `DL1QTA ${band} ${mode} 30`)).fresh;
        // By sessions, of a contest that has none, nothing is told apart.
        const units = withinsOf(one, per, one.bands, groupsOf(one.modes));
        if (hasSessions || !per.toLowerCase().includes("session")) expect(units).toContain(item!.within);
        else expect(units).toEqual([]);
      },
    ),
  );
});
