import { periodsIn, periodAt, periodBefore, deadlineOf } from "./period";
import { checkRules } from "./checkRules";
import { readRules, type RulesInput } from "./rules";
import { SHIPPED_CONTESTS } from "./shipped";
import { holds, NOTHING_MADE } from "./condition";
import { stationByCall, stationOf } from "./station";

const SOUND: RulesInput = {
  format: "ypsiloid-contest/1",
  name: "Test",
  tag: "TEST",
  when: { fixed: [{ from: "2026-11-21T00:00:00Z", to: "2026-11-22T00:00:00Z" }] },
  deadlineDays: 7,
  bands: ["20m"],
  modes: ["CW"],
  exchange: { all: [{ id: "serial", label: "Serial", type: "serial" }] },
  points: [{ points: 1 }],
  multipliers: [{ id: "prefix", label: "Prefixes", of: "prefix", per: "band" }],
  duplicates: { per: "band" },
  categories: { operator: ["SINGLE-OP"] },
};

const faultsOf = (change: object) => {
  const checked = checkRules({ ...SOUND, ...change });
  return checked.ok ? [] : checked.faults.map(({ field, text }) => `${field}: ${text}`);
};

describe("checkRules", () => {
  it("takes what is sound, and what ships", () => {
    expect(checkRules(SOUND).ok).toBe(true);
    expect(SHIPPED_CONTESTS.map(({ tag }) => tag)).toEqual([
      "SUDESTADA-PREFIX",
      "OMBU-ZONE",
      "MAREAS-FIELD",
      "FIRST-WIRE",
      "CAMALOTE-RTTY",
      "CUCHILLA-MOBILE",
      "BANADO-GRID",
    ]);
    for (const rules of SHIPPED_CONTESTS)
      expect(checkRules(JSON.parse(JSON.stringify(rules)))).toEqual({ ok: true, value: rules });
  });

  it.each([
    [
      { multipliers: [{ id: "x", label: "X", of: "lighthouse", per: "band" }] },
      'multipliers.0.of: "lighthouse" is no multiplier; there are prefix, entity',
    ],
    [{ points: [{ if: { bnd: ["20m"] }, points: 1 }] }, "points.0.if: there is no field bnd"],
    [
      { conditions: { a: { named: ["b"] }, b: { not: { named: ["a"] } } } },
      "conditions.a: the condition needs itself: a -> b -> a",
    ],
    [
      { points: [{ if: { named: ["low"] }, points: 1 }] },
      'points.0.if.named: there is no condition "low"; there are none',
    ],
    [{ when: { fixed: [{ from: "2026-11-22T00:00:00Z", to: "2026-11-21T00:00:00Z" }] } }, "when.fixed.0.to: it ends"],
    [{ bands: ["21m"] }, 'bands.0: "21m" is no band'],
    [
      { exchange: { all: [{ id: "constructor", label: "X", type: "text" }] } },
      'exchange.all.0.id: "constructor" cannot be an id: choose another word',
    ],
    [{ format: "other" }, 'format: a definition begins with "format"'],
    [
      { sides: [{ id: "near", label: "Near", when: { theirs: { side: ["near"] } } }] },
      "sides.0.when: a side cannot be told by a side",
    ],
    [{ exchange: { near: SOUND.exchange.all } }, "exchange.near: there is no side"],
    [
      { exchange: { all: [{ id: "class", label: "Class", type: "class" }] } },
      'exchange.all.0.form: a part of type class needs "form"',
    ],
    [
      { exchange: { all: [{ id: "c", label: "C", type: "class", form: "#[AB" }] } },
      "exchange.all.0.form: the form has a [",
    ],
    [{ columns: { sent: ["nothing"], received: ["serial"] } }, 'columns.sent.0: there is no part "nothing"'],
    [
      { combinations: [{ operator: ["MULTI-OP"] }] },
      'combinations.0.operator: there is no operator category "MULTI-OP"',
    ],
    [
      { multipliers: [{ id: "x", label: "X", of: "part", per: "band" }] },
      'multipliers.0.part: a multiplier of "part" names',
    ],
  ])("says what is wrong, and where: %j", (change, fault) => {
    expect(faultsOf(change).join("\n")).toContain(fault);
  });

  it("refuses what is nested without end, and does not fall over it", () => {
    let condition: object = { band: ["20m"] };
    for (let depth = 0; depth < 5000; depth++) condition = { not: condition };
    expect(faultsOf({ workable: condition })).toEqual(["(whole): it is nested more than 40 deep"]);
    for (const nonsense of [null, 7, "x", [], {}]) expect(checkRules(nonsense).ok).toBe(false);
  });
});

describe("the calendar", () => {
  const period = (every: object, year: number) => {
    const checked = checkRules({ ...SOUND, when: { every } });
    if (!checked.ok) throw new Error(checked.faults[0]!.text);
    return periodsIn(checked.value, year).map(({ from, to }) => [
      new Date(from * 1000).toISOString(),
      new Date(to * 1000).toISOString(),
    ]);
  };
  const weekend = { day: "saturday", start: "00:00", hours: 48, full: true };

  // Looked up in a printed calendar.
  it.each([
    [{ ...weekend, month: 10, week: "last" }, 2026, "2026-10-24", "2026-10-26"],
    [{ ...weekend, month: 10, week: "last" }, 2027, "2027-10-30", "2027-11-01"],
    [{ ...weekend, month: 10, week: "last" }, 2020, "2020-10-24", "2020-10-26"],
    [{ ...weekend, month: 10, week: "last", full: false }, 2020, "2020-10-31", "2020-11-02"],
    [{ ...weekend, month: 5, week: 4 }, 2026, "2026-05-23", "2026-05-25"],
    [{ ...weekend, month: 2, week: 1, day: "sunday", hours: 24 }, 2028, "2028-02-06", "2028-02-07"],
  ])("knows when %j is in %d", (every, year, from, to) => {
    expect(period(every, year)).toEqual([[`${from}T00:00:00.000Z`, `${to}T00:00:00.000Z`]]);
  });

  it("has no fifth weekend where there is none", () => {
    expect(period({ ...weekend, month: 2, week: 5 }, 2026)).toEqual([]);
  });

  it("knows what runs, what is next, what was, and until when logs are taken", () => {
    const zones = SHIPPED_CONTESTS[1]!;
    const at = (iso: string) => Date.parse(iso) / 1000;
    const now = at("2026-11-18T20:00:00Z");
    expect(periodAt(zones, now)).toEqual({ from: at("2026-11-18T17:00:00Z"), to: at("2026-11-19T03:00:00Z") });
    expect(periodAt(zones, at("2026-11-19T03:00:00Z"))!.from).toBe(at("2027-11-17T17:00:00Z"));
    expect(periodBefore(zones, now)).toEqual({ from: at("2025-11-19T17:00:00Z"), to: at("2025-11-20T03:00:00Z") });
    expect(deadlineOf(zones, periodAt(zones, now)!)).toBe(at("2026-11-24T03:00:00Z"));
    const once = checkRules(SOUND);
    expect(once.ok && periodAt(once.value, at("2026-11-28T12:00:00Z"))).toBeNull();
  });
});

describe("a definition that would take for ever", () => {
  const any = (name: string) => ({ any: Array.from({ length: 50 }, () => ({ named: [name] })) });

  it("has its named conditions worked out once each", () => {
    const conditions = { a: any("b"), b: any("c"), c: any("d"), d: any("e"), e: { band: ["40m"] } };
    const sides = [{ id: "near", label: "Near", when: { named: ["a"] } }];
    const checked = checkRules({ ...SOUND, bands: ["20m", "40m"], conditions, sides, workable: { named: ["a"] } });
    expect(checked.ok).toBe(true);
    if (!checked.ok) return;
    const station = stationOf(checked.value, stationByCall("DL1QTA", 0));
    expect(station.side).toBe("outside");
    const facts = { ...NOTHING_MADE, ours: station, theirs: station, modes: ["CW"] };
    const { workable, conditions: named } = checked.value;
    expect(holds(workable!, { ...facts, band: "20m" }, named)).toBe(false);
    expect(holds(workable!, { ...facts, band: "40m" }, named)).toBe(true);
  });

  it("is refused when it has too many conditions, or lasts too long", () => {
    const many = Object.fromEntries(Array.from({ length: 30 }, (_, index) => [`c${index}`, any("e")]));
    expect(faultsOf({ conditions: { ...many, e: { band: ["20m"] } } })).toEqual([
      "(whole): it has 1531 conditions: at most 1000",
    ]);
    const fixed = [{ from: "2026-01-01T00:00:00Z", to: "2626-01-01T00:00:00Z" }];
    expect(faultsOf({ when: { fixed } })[0]).toMatch(/^when\.fixed\.0\.to: it lasts \d+ hours: at most 8784$/);
  });
});

describe("a definition that cannot be meant so", () => {
  const always = { points: 1 };
  const state = (entities: number[]) => ({
    exchange: { all: [{ id: "state", label: "State", type: "subdivision", entities }] },
  });
  const list = (...items: object[]) => ({ lists: { places: items } });
  const side = (when: object) => ({ sides: [{ id: "near", label: "Near", when }] });
  it.each<[object, readonly string[]]>([
    [
      { points: [{ if: { band: ["21m"] }, points: 2 }, always] },
      ['points.0.if.band.0: "21m" is no band: write it as in 20m'],
    ],
    [{ workable: { not: { band: ["40m"] } } }, ["workable.not.band.0: 40m is no band of this contest"]],
    [
      { points: [{ if: { theirs: { entity: [99_999] } }, points: 2 }, always] },
      ["points.0.if.theirs.entity.0: there is no entity 99999"],
    ],
    [state([291, 99_999]), ["exchange.all.0.entities.1: there is no entity 99999"]],
    [state([246]), ["exchange.all.0.entities.0: Sovereign Military Order of Malta has no subdivisions that are known"]],
    [
      list(
        { code: "N", name: "North" },
        { code: "S", name: "South", also: ["n", "SUR"] },
        { code: "sur", name: "Other" },
      ),
      ['lists.places.1.also.0: "n" is N already', 'lists.places.2.code: "sur" is S already'],
    ],
    [
      { points: [always, { if: { mode: ["CW"] }, points: 2 }] },
      ["points.1: it is never reached: the rule before it has no condition"],
    ],
    [
      {
        powerFactors: [
          { upToWatts: 100, factor: 2 },
          { upToWatts: 5, factor: 5 },
        ],
      },
      ["powerFactors.1.upToWatts: it is never reached: up to 100 W stands before it"],
    ],
    [
      {
        when: {
          fixed: [
            { from: "2026-11-21T00:00:00Z", to: "2026-11-22T00:00:00Z" },
            { from: "2026-11-21T23:59:00Z", to: "2026-11-23T00:00:00Z" },
          ],
        },
      },
      ["when.fixed.1: it overlaps with period 0"],
    ],
    [side({ band: ["20m"] }), ['sides.0.when.band: a side is told by the station alone: by "theirs"']],
    [side({ not: { same: ["entity"] } }), ['sides.0.when.not.same: a side is told by the station alone: by "theirs"']],
    [
      { points: [{ if: { distance: { over: 500, upTo: 300 } }, points: 2 }, always] },
      ["points.0.if.distance: no distance is over 500 km and up to 300 km"],
    ],
  ])("%#: %j", (change, faults) => {
    const said = faultsOf(change);
    expect(said).toHaveLength(faults.length);
    said.forEach((text, index) => expect(text).toContain(faults[index]));
    // An entry that was made with it goes on.
    expect(readRules({ ...SOUND, ...change }).ok).toBe(true);
  });
});
