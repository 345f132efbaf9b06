import fc from "fast-check";
import { AWARD_FORMAT, AWARDS, type AwardRules, type AwardRulesInput, checkAwardRules, ownAwards, standingOn } from ".";
import type { AwardFacts } from "./awards/award";
import { AWARD_FACTS } from "./testing";

const own = (rules: Partial<AwardRulesInput> = {}): AwardRulesInput => ({
  format: AWARD_FORMAT,
  id: "mine",
  name: "Mine",
  of: "entities",
  ...rules,
});
function sound(input: unknown, others: readonly AwardRules[] = []): AwardRules {
  const checked = checkAwardRules(input, others);
  if (checked.ok) return checked.value;
  throw new Error(checked.faults.map(({ field, text }) => `${field}: ${text}`).join("\n"));
}
const faultsOf = (input: unknown, others: readonly AwardRules[] = []) => {
  const checked = checkAwardRules(input, others);
  return checked.ok ? [] : checked.faults.map(({ field, text }) => `${field}: ${text}`);
};
const itemsOf = (rules: Partial<AwardRulesInput>, facts: Partial<AwardFacts> = {}) =>
  ownAwards([sound(own(rules))])[0]!.itemsOf({ ...AWARD_FACTS, ...facts });

test.each<[string, AwardRulesInput["only"], Partial<AwardFacts>, boolean]>([
  ["nothing is said", {}, {}, true],
  ["five watts", { watts: 5 }, { power: 5 }, true],
  ["more than five", { watts: 5 }, { power: 5.5 }, false],
  ["no power is known", { watts: 5 }, { power: null }, false],
  ["the first day", { from: "2026-11-23", to: "2026-11-23" }, {}, true],
  ["a day before", { from: "2026-11-24" }, {}, false],
  ["a day after", { to: "2026-11-22" }, {}, false],
  ["the band", { bands: ["20m", "15m"] }, {}, true],
  ["another band", { bands: ["20m"] }, {}, false],
  ["the modes", { modeGroups: ["CW"] }, {}, true],
  ["a submode", { modes: ["FT4"] }, { mode: "MFSK", submode: "FT4", modeGroup: "digital" }, true],
  ["another submode", { modes: ["FT4"] }, { mode: "MFSK", submode: "FT8", modeGroup: "digital" }, false],
  ["a call of ours", { ownCalls: ["cx3qua"] }, {}, true],
  ["another of ours", { ownCalls: ["CX9QTH"] }, {}, false],
  ["no call of ours is known", { ownCalls: ["CX3QUA"] }, { ownCall: null }, false],
  ["the own square", { ownGrids: ["GF35"] }, {}, true],
  ["another own square", { ownGrids: ["GF3", "FF97"] }, { ownGrid: "GF25aa" }, false],
  ["the site", { sites: [1, 2] }, {}, true],
  ["another site", { sites: [2] }, {}, false],
  ["their entity", { entities: [222] }, {}, true],
  ["another continent", { continents: ["SA"] }, { continent: "EU" }, false],
  // From GF35co to 62 N, 6.8 W it is 11 516 km on a sphere of 6371.0088 km, by geographiclib.
  ["far enough", { km: 11_515 }, {}, true],
  ["not far enough", { km: 11_517 }, {}, false],
  ["not known from where", { km: 1 }, { ownGrid: null }, false],
])("a contact counts: %s", (_, only, facts, counts) => {
  expect(itemsOf({ only }, facts)).toEqual(counts ? ["222"] : []);
});

test("a list says what counts, and names it; stations are told by their base calls", () => {
  const rules = { of: "stations", list: ["oy4qsa", { item: "CX1QRA", name: "Light of Barra Chica" }], one: "light" };
  expect(itemsOf(rules)).toEqual(["OY4QSA"]);
  expect(itemsOf(rules, { call: "OY5QSA", baseCall: "OY5QSA" })).toEqual([]);
  const [award] = ownAwards([sound(own(rules))]);
  expect(award).toMatchObject({ one: "light", many: "lights", levels: [] });
  expect(award!.universe!.map(({ item, name }) => `${item} ${name}`)).toEqual([
    "OY4QSA OY4QSA",
    "CX1QRA Light of Barra Chica",
  ]);
});

test("an award may stand on another of one's own, and counts what both count", () => {
  const watts = sound(own({ id: "watts", only: { watts: 5 } }));
  const both = sound(own({ id: "both", of: "watts", only: { bands: ["15m"] } }), [watts]);
  const [, award] = ownAwards([watts, both]);
  expect(award!.itemsOf({ ...AWARD_FACTS, power: 5 })).toEqual(["222"]);
  expect(award!.itemsOf(AWARD_FACTS)).toEqual([]);
  expect(award!.itemsOf({ ...AWARD_FACTS, power: 5, band: "20m" })).toEqual([]);
  expect(standingOn("watts", [watts, both])).toEqual(["Mine"]);
  expect(ownAwards([both])).toEqual([]);
});

test("an award has another version as soon as anything of what it counts is another", () => {
  const base = { id: "base", only: { watts: 5 } } as const;
  const versions = (changed: Partial<AwardRulesInput>) =>
    ownAwards([sound(own({ ...base, ...changed })), sound(own({ of: "base" }), [sound(own(base))])]).map(
      ({ version }) => version,
    );
  const [first, upon] = versions({});
  expect(versions({ name: "Another name", levels: [5], about: "More" })).toEqual([first, upon]);
  for (const changed of [
    { only: { watts: 6 } },
    { list: ["222"] },
    { of: "cqZones" },
    { proofs: ["signed" as const] },
  ]) {
    const [other, uponOther] = versions(changed);
    expect([other === first, uponOther === upon]).toEqual([false, false]);
  }
});

const ring = ["a", "b", "c"].map((id, at) => ({ ...sound(own({ id })), of: ["b", "c", "a"][at]! }));
test.each<[string, unknown, RegExp]>([
  ["an unknown field", { ...own(), colour: "red" }, /^colour: there is no field colour$/],
  ["an unknown field within", own({ only: { watt: 5 } as never }), /there is no field watt$/],
  ["another format", { ...own(), format: "award/9" }, /^format: begin it with "format": "ypsiloid-award\/1"$/],
  ["no award to stand on", own({ of: "lighthouses" }), /^of: there is no award "lighthouses": .*entities, cqZones/],
  ["itself", own({ of: "mine" }), /^of: it leads back to itself: mine counts as mine$/],
  ["a circle", own({ of: "a" }), /^of: it leads back to itself: mine counts as a counts as b counts as c counts as a$/],
  ["the id of one that ships", own({ id: "entities" }), /^id: "entities" ships with the application/],
  ["an id that is no word", own({ id: "five watts" }), /^id: an id is a word/],
  ["an item that is none", own({ list: ["222", "9999"] }), /^list\.1: "9999" is nothing that entities counts$/],
  ["an item twice", own({ of: "stations", list: ["CX1QRA", "cx1qra"] }), /^list\.1: CX1QRA stands there twice$/],
  ["steps that go back", own({ levels: [100, 50] }), /^levels\.1: each step is more/],
  ["days that go back", own({ only: { from: "2026-02-01", to: "2026-01-01" } }), /^only\.to: the last day is before/],
  ["no band", own({ only: { bands: ["21m"] } }), /"21m" is no band: write it as in 20m$/],
  ["no object", "entities", /^\(whole\): an object belongs here$/],
])("refuses %s", (_, input, text) => {
  expect(faultsOf(input, ring)).toEqual([expect.stringMatching(text)]);
});

test("a list of a million items is refused at once", () => {
  const list = Array.from({ length: 1_000_000 }, (_, nth) => `CX${nth}`);
  expect(faultsOf(own({ of: "stations", list }))).toEqual(["list: it holds 1000000 items: at most 10000"]);
});

test("whatever stands in a file, it is taken or refused with a reason, and what is taken counts", () => {
  const value = fc.oneof(
    fc.jsonValue(),
    fc.constantFrom(...AWARDS.map(({ id }) => id), "stations", "mine", "a"),
    fc.array(fc.constantFrom("222", "OY4QSA", "")),
    fc.record({ watts: fc.double(), bands: fc.array(fc.constantFrom("20m", "x")) }, { requiredKeys: [] }),
  );
  const shape = fc.dictionary(fc.constantFrom("of", "only", "list", "levels", "proofs", "one", "about"), value);
  fc.assert(
    fc.property(shape, (changed) => {
      const input = { ...own(), ...changed };
      const checked = checkAwardRules(input, ring);
      if (!checked.ok) return expect(checked.faults.every(({ text }) => text !== "")).toBe(true);
      const [award] = ownAwards([checked.value]);
      const items = award!.itemsOf(AWARD_FACTS);
      if (award!.universe !== null)
        for (const item of items) expect(award!.universe.some((one) => one.item === item)).toBe(true);
      expect(checkAwardRules(JSON.parse(JSON.stringify(checked.value)), ring)).toEqual(checked);
    }),
  );
});
