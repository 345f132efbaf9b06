import fc from "fast-check";
import { modeGroup, parseMode } from "../band";
import { judgementView, knownItems } from "./judgementView";
import { type ContestContact, createScoreboard } from "./score";
import { checkRules, soundRules } from "./checkRules";
import { contestLine, entrantOf, rulesOf, scoreLines } from "./testing";

describe("hand-worked logs, contact by contact", () => {
  it("Sudestada Prefix Dash: prefixes once, points by distance of entity and continent, more on the low bands", () => {
    const rules = rulesOf("SUDESTADA-PREFIX");
    const { each, score } = scoreLines(rules, entrantOf(rules), [
      [0, "CX1QRA 20m CW #1"],
      [1, "LU2QSA 20m CW #2"],
      [2, "LU2QSA 40m CW #3"],
      [3, "LU2QSA 40m SSB #4"],
      [4, "DL1QTA 20m CW #5"],
      [5, "DL1QTB 40m CW #6"],
      [6, "EA8/DL1QTA 15m CW #7"],
      [7, "W1QUA/4 10m SSB #8"],
      [8, "DL2QTZ 6m CW #9"],
      [9, "CX3QUA 20m CW #9"],
      [2880, "DL3QTA 20m CW #10"],
    ]);
    expect(each).toEqual([
      "1 prefix:CX1",
      "2 prefix:LU2",
      "3",
      "duplicate",
      "4 prefix:DL1",
      "5",
      "4 prefix:EA8",
      "4 prefix:W4",
      "6 m is no band of this contest",
      "it is our own call",
      "after the end",
    ]);
    // 1 + 2 + 3 + 4 + 5 + 4 + 4 = 23 points, five prefixes.
    expect(score.total).toEqual({ contacts: 7, duplicates: 1, points: 23, multipliers: { prefix: 5 } });
    expect(score.bands["40m"]).toEqual({ contacts: 2, duplicates: 1, points: 8, multipliers: {} });
    expect(score.score).toBe(115);
  });

  it("Ombu Zone Sprint: by entity and continent; zones and entities on each band", () => {
    const rules = rulesOf("OMBU-ZONE");
    const { each, score } = scoreLines(rules, entrantOf(rules), [
      [0, "CX1QRA 20m CW 13"],
      [1, "LU2QSA 20m CW 13"],
      [2, "DL1QTA 20m CW 14"],
      [3, "DL1QTA 15m CW 14"],
      [4, "DL1QTB 15m CW 14"],
      [5, "W6QUA 15m CW"],
      [6, "W6QUA 15m SSB 3"],
    ]);
    expect(each).toEqual([
      "1 zone:13 entity:144",
      "2 entity:100",
      "4 zone:14 entity:230",
      "4 zone:14 entity:230",
      "4",
      "4 entity:291",
      "SSB is no mode of this contest",
    ]);
    // 19 points, 3 zones and 5 entities.
    expect(score.score).toBe(19 * 8);
  });

  it("Mareas Field Weekend: points by mode, power factor, bonuses, once a band and mode", () => {
    const rules = rulesOf("MAREAS-FIELD");
    const entrant = entrantOf(rules, { bonuses: ["sun"] });
    const lines: [number, string][] = [
      [0, "W1QUA 20m CW 2A EMA"],
      [1, "W1QUA 20m SSB 2A EMA"],
      [2, "W1QUA 20m SSB 2A EMA"],
      [3, "CX9QTH 20m SSB 1A DX"],
      [4, "CX9QTH 40m SSB 1A DX"],
    ];
    const { each, score } = scoreLines(rules, entrant, lines);
    expect(each).toEqual(["3", "2", "duplicate", "2", "2"]);
    // 9 points as they are with 100 W, 70 for the sun and 25 for the lighthouse, once.
    expect(score).toMatchObject({ powerFactor: 1, bonus: 95, score: 104 });
    expect(scoreLines(rules, { ...entrant, power: 10 }, lines).score.score).toBe(9 * 3 + 95);
    expect(scoreLines(rules, { ...entrant, power: 50 }, lines).score.score).toBe(9 * 1.5 + 95);
    expect(scoreLines(rules, { ...entrant, power: 400, bonuses: [] }, lines).score.score).toBe(9 + 25);
  });

  it("First Wire Party: portable, far, Morse; a station anew each hour; years count", () => {
    const rules = rulesOf("FIRST-WIRE");
    const far = { ...contestLine(rules, 3, "DL1QTA 20m SSB 1987 ANA"), grid: "JO50" };
    const board = createScoreboard(rules, entrantOf(rules));
    const contacts = [
      contestLine(rules, 0, "LU2QSA/P 40m SSB 1987 ANA"),
      contestLine(rules, 1, "LU2QSA 40m SSB 1987 ANA"),
      contestLine(rules, 2, "CX1QRA 40m SSB 1990"),
      far,
      contestLine(rules, 4, "CX1QRA 20m CW 1990"),
      contestLine(rules, 61, "LU2QSA 40m SSB 1987 ANA"),
    ];
    for (const one of contacts) board.put(one);
    const judged = contacts.map(({ id }) => board.judgementOf(id)!);
    expect(judged.map(({ points, duplicate }) => (duplicate ? "duplicate" : points))).toEqual([
      6,
      "duplicate",
      1,
      4,
      2,
      1,
    ]);
    expect(judged[3]!.why).toBe("over 3000 km");
    expect(board.score().total).toEqual({ contacts: 5, duplicates: 1, points: 14, multipliers: { year: 2 } });
    expect(board.score().score).toBe(28);
  });

  it("Camalote RTTY Night: zones once, entities and states on each band, sides told by the entity", () => {
    const rules = rulesOf("CAMALOTE-RTTY");
    const { each, score } = scoreLines(rules, entrantOf(rules), [
      [0, "LU2QSA 20m RTTY 13 B"],
      [1, "LU3QSA 20m RTTY 13 X"],
      [2, "LU2QSA 40m RTTY 13 B"],
      [3, "DL1QTA 20m RTTY 14"],
      [4, "W5QUA 20m RTTY 4 TX"],
      [5, "CX1QRA 20m RTTY 13 MO"],
    ]);
    expect(each).toEqual([
      "3 entity:100 state:B zone:13",
      "3 state:X",
      "3 entity:100 state:B",
      "4 entity:230 zone:14",
      "4 entity:291 state:TX zone:04",
      "1 entity:144 state:MO",
    ]);
    // 18 points; 5 entities, 5 states, 3 zones.
    expect(score.total.multipliers).toEqual({ entity: 5, state: 5, zone: 3 });
    expect(score.score).toBe(18 * 13);
  });

  it("can score by distance, and by continent, field and call", () => {
    const rules = soundRules({
      ...rulesOf("FIRST-WIRE"),
      points: [{ points: { perKm: 500, points: 2 } }],
      exchange: { all: [{ id: "grid", label: "Grid", type: "grid" }] },
      multipliers: [
        { id: "field", label: "Fields", of: "gridField", per: "contest" },
        { id: "square", label: "Squares", of: "gridSquare", per: "mode" },
        { id: "continent", label: "Continents", of: "continent", per: "bandAndMode" },
        { id: "call", label: "Calls", of: "call", per: "contest" },
        { id: "itu", label: "ITU zones", of: "ituZone", per: "contest" },
        { id: "cq", label: "CQ zones", of: "cqZone", per: "contest" },
      ],
    });
    const { each } = scoreLines(rules, entrantOf(rules), [
      [0, "LU2QSA 40m CW GF05"],
      [1, "DL1QTA 40m CW JO50"],
      [2, "DL1QTA 20m CW"],
    ]);
    // GF35 to GF05 is some 550 km, to JO50 11 337 by the law of cosines.
    expect(each).toEqual([
      "4 field:GF square:GF05 continent:SA call:LU2QSA itu:14 cq:13",
      "46 field:JO square:JO50 continent:EU call:DL1QTA itu:28 cq:14",
      "0 continent:EU",
    ]);
  });
});

/** Calls, bands, what is received, and when, for contests of each kind. */
const SAMPLES: readonly [
  tag: string,
  bands: readonly string[],
  received: readonly string[],
  minutes: readonly number[],
][] = [
  ["OMBU-ZONE", ["20m", "40m", "6m"], ["13", "14", "3", ""], [-2, 0, 1, 5, 30]],
  ["CUCHILLA-MOBILE", ["20m", "40m"], ["MO", "CA", "13", ""], [-2, 0, 1, 239, 300, 450, 700]],
  ["BANADO-GRID", ["2m", "23cm"], ["1 GF35", "2 GF25", "3 GF05", ""], [0, 1, 5, 240, 780, 800]],
];

describe.each(SAMPLES)("the scoreboard of %s", (tag, bands, received, times) => {
  const rules = rulesOf(tag);
  const category = { operator: "SINGLE-OP", station: "MOBILE", power: "LOW" };
  const entrant = entrantOf(rules, { category, sent: { where: "MA" } });
  const anyContact = fc
    .record({
      call: fc.constantFrom("LU2QSA", "DL1QTA", "DL1QTB", "W6QUA", "CX1QRA", "CX1QRA/M", "JA1QUZ"),
      band: fc.constantFrom(...bands),
      words: fc.constantFrom(...received),
      minutes: fc.constantFrom(...times),
      where: fc.constantFrom(null, "RO"),
    })
    .map(({ call, band, words, minutes, where }) => ({
      ...contestLine(rules, minutes, `${call} ${band} CW ${words}`.trim()),
      partsSent: where === null ? null : { where },
    }));
  const step = fc.oneof(
    { weight: 3, arbitrary: fc.record({ put: anyContact, over: fc.option(fc.nat(20)) }) },
    { weight: 1, arbitrary: fc.record({ remove: fc.nat(20) }) },
  );

  it("equals a full rescore after any changes, and judges beforehand as afterwards", () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), anyContact, (steps, next) => {
        const board = createScoreboard(rules, entrant);
        const kept: ContestContact[] = [];
        for (const one of steps) {
          if ("remove" in one) {
            const [gone] = kept.splice(one.remove % (kept.length || 1), 1);
            if (gone !== undefined) board.remove(gone.id);
          } else if (one.over !== null && kept.length > 0) {
            const at = one.over % kept.length;
            kept[at] = { ...one.put, id: kept[at]!.id };
            board.put(kept[at]);
          } else {
            kept.push(one.put);
            board.put(one.put);
          }
        }
        const anew = createScoreboard(rules, entrant);
        for (const one of [...kept].reverse()) anew.put(one);
        expect(board.score()).toEqual(anew.score());
        expect(new Set(board.multipliers().keys())).toEqual(new Set(anew.multipliers().keys()));
        for (const { id } of kept) expect(board.judgementOf(id)).toEqual(anew.judgementOf(id));
        const before = board.judge(next);
        board.put(next);
        expect(board.judgementOf(next.id)).toEqual(before);
        expect(board.contacts().length).toBe(kept.length + 1);
      }),
    );
  });
});

describe("a state is one of its entity alone", () => {
  const rules = rulesOf("CAMALOTE-RTTY");
  const judgedAs = (call: string, received: string) => {
    const board = createScoreboard(rules, entrantOf(rules));
    const one = contestLine(rules, 5, `${call} 20m RTTY ${received}`);
    board.put(one);
    return judgementView(rules, board.judgementOf(one.id)!).fresh.flatMap(({ id, item, entity, name }) =>
      id === "state" ? `${item} of ${entity}: ${name}` : [],
    );
  };

  it.each([
    ["W1QRA", "05 MA", ["MA of 291: Massachusetts"]],
    ["PY8QRA", "11 MA", ["MA of 108: Maranhão"]],
    ["CX4QRA", "13 MA", ["MA of 144: Maldonado"]],
    ["W2QRA", "05 SP", []],
    ["VE3QRA", "04 ONT", ["ON of 1: Ontario"]],
  ])("%s %s", (call, received, states) => expect(judgedAs(call, received)).toEqual(states));

  it("three of one code are three multipliers", () => {
    const { score } = scoreLines(rules, entrantOf(rules), [
      [1, "W1QRA 20m RTTY 05 MA"],
      [2, "PY8QRA 20m RTTY 11 MA"],
      [3, "CX4QRA 20m RTTY 13 MA"],
      [4, "W8QRA 20m RTTY 05 MA"],
    ]);
    expect(score.total.multipliers["state"]).toBe(3);
  });

  it("all that there are can be listed, each with its name", () => {
    const states = knownItems(
      rules,
      rules.multipliers.find(({ id }) => id === "state")!,
    );
    const named = states.filter(({ item }) => item === "MA").map(({ name }) => name);
    expect(named.sort()).toEqual(["Maldonado", "Maranhão", "Massachusetts"]);
    expect(new Set(states.map(({ entity, item }) => `${entity} ${item}`)).size).toBe(states.length);
  });
});

describe("what is the same station is the contest's rule", () => {
  const dash = rulesOf("SUDESTADA-PREFIX");
  const calls = ["DL1QTA", "DL1QTA/P", "EA8/DL1QTA", "DL1QTA/4", "EA8/DL1QTA/QRP", "DL1QTA"];
  it.each([
    ["sent", [false, false, false, false, false, true]],
    ["place", [false, true, false, false, true, true]],
    ["base", [false, true, true, true, true, true]],
  ] as const)("%s", (station, duplicates) => {
    const rules = { ...dash, duplicates: { ...dash.duplicates, station } };
    const board = createScoreboard(rules, entrantOf(rules));
    const made = calls.map((call, minute) => contestLine(rules, minute, `${call} 20m CW #${minute + 1}`));
    for (const one of made) board.put(one);
    expect(made.map(({ id }) => board.judgementOf(id)!.duplicate)).toEqual(duplicates);
  });

  it("is the base call where a definition says nothing of it", () => {
    const { station: _station, ...duplicates } = dash.duplicates;
    const checked = checkRules({ ...dash, duplicates });
    expect(checked.ok && checked.value.duplicates.station).toBe("base");
  });
});

describe("modes may be named one by one", () => {
  const dash = rulesOf("SUDESTADA-PREFIX");
  it.each([
    [["RTTY"], ["RTTY"], ["FT8", "CW", "SSB", "PSK31"]],
    [
      ["FT8", "FT4"],
      ["FT8", "FT4"],
      ["RTTY", "MFSK"],
    ],
    [["digital"], ["RTTY", "FT8", "FT4", "PSK31"], ["CW", "SSB"]],
    [
      ["SSB", "CW"],
      ["SSB", "USB", "CW"],
      ["FM", "AM"],
    ],
  ])("a contest in %j takes %j, and not %j", (modes, taken, refused) => {
    const checked = checkRules({ ...dash, modes });
    if (!checked.ok) throw new Error(checked.faults[0]!.text);
    const board = createScoreboard(checked.value, entrantOf(checked.value));
    const takes = (mode: string, at: number) => {
      const meant = parseMode(mode) ?? { mode, submode: null };
      const one = {
        ...contestLine(checked.value, at, `DL${at}QTA 20m CW #1`),
        ...meant,
        modeGroup: modeGroup(meant.mode),
      };
      return board.judge(one).refused === null;
    };
    expect([...taken, ...refused].map(takes)).toEqual([...taken.map(() => true), ...refused.map(() => false)]);
  });

  it.each(["PHONE", "rtty", "Digital", ""])("%j is no mode, and said to be none", (mode) => {
    const checked = checkRules({ ...dash, modes: [mode] });
    expect(checked.ok ? [] : checked.faults).toMatchObject([
      { field: "modes.0", text: expect.stringContaining("is no mode") as string },
    ]);
  });
});
