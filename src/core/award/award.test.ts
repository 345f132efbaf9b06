import {
  awardById,
  AWARDS,
  describeItem,
  ENTITIES_AWARD,
  nextLevel,
  type SlotFacts,
  slotsOf,
  stateOf,
  worthOf,
} from ".";
import { AWARD_FACTS as blank } from "./testing";

const cell = (band: string, modeGroup: "CW" | "voice" | "digital", confirmed = 0) => ({
  band,
  modeGroup,
  worked: 1,
  confirmed,
});

const ofEntity = (facts: object, confirmations: SlotFacts["confirmations"]) =>
  slotsOf(AWARDS, { ...blank, ...facts, confirmations }).filter(({ award }) => award === "entities");

test("a contact fills the slot of its entity, confirmed by card or service", () => {
  expect(ofEntity({}, [])).toEqual([
    { award: "entities", item: "222", band: "15m", modeGroup: "CW", worked: 1, confirmed: 0 },
  ]);
  for (const channel of ["card", "lantern"] as const) {
    expect(ofEntity({}, [{ channel, received: "confirmed" }])).toMatchObject([{ confirmed: 1 }]);
    expect(ofEntity({}, [{ channel, received: "wanted" }])).toMatchObject([{ confirmed: 0 }]);
  }
  expect(ofEntity({ entityCode: null }, [])).toEqual([]);
});

test.each([
  [[], "fresh", "Faroe Islands was never worked"],
  [[cell("20m", "CW")], "wanted", "15 m is new for Faroe Islands"],
  [[cell("15m", "voice"), cell("20m", "voice")], "wanted", "CW is new for Faroe Islands"],
  [[cell("15m", "voice"), cell("20m", "CW")], "wanted", "15 m CW is new for Faroe Islands"],
  [[cell("15m", "CW")], "hold", "Faroe Islands on 15 m CW is worked, not confirmed"],
  [[cell("15m", "CW", 1)], "safe", "Faroe Islands on 15 m CW is confirmed"],
] as const)("%j on 15 m CW is worth %s", (cells, worth, text) => {
  expect(worthOf(ENTITIES_AWARD, cells, "15m", "CW", "Faroe Islands")).toEqual({ worth, text });
});

test("several slots together are safe when one is", () => {
  expect([stateOf([]), stateOf([cell("20m", "CW")]), stateOf([cell("20m", "CW"), cell("15m", "CW", 1)])]).toEqual([
    "none",
    "hold",
    "safe",
  ]);
});

test.each([
  ["cqZones", { cqZone: 14 }, ["14"]],
  ["cqZones", { cqZone: 41 }, []],
  ["ituZones", { ituZone: 90 }, ["90"]],
  ["continents", { continent: "EU" }, ["EU"]],
  ["prefixes", { call: "EA8/CX3QUA/P" }, ["EA8"]],
  ["prefixes", { call: "CX3QRA/MM" }, []],
  ["squares", { grid: "ip62oa" }, ["IP62"]],
  ["squares", { grid: "IP" }, []],
  ["unitedStates", { entityCode: 110, state: "hi" }, ["HI"]],
  ["unitedStates", { entityCode: 291, state: "DC" }, []],
  ["unitedStates", { entityCode: 1, state: "ON" }, []],
  ["canada", { entityCode: 1, state: "ON" }, ["ON"]],
  ["islands", { island: "eu-018" }, ["EU-018"]],
  ["islands", { island: "the island" }, []],
  ["summits", { summit: "EA8/TF-001" }, ["EA8/TF-001"]],
  ["parks", { park: "UY-0012, UY-0015@CX-MO,UY-0012" }, ["UY-0012", "UY-0015@CX-MO"]],
  ["satellites", { satellite: " rs-44 " }, ["RS-44"]],
] as const)("for %s, %j is worth %j", (award, facts, items) => {
  expect(awardById(award)!.itemsOf({ ...blank, ...facts })).toEqual(items);
});

test("a contact holds each of its items where the award says", () => {
  const facts = {
    ...{ entityCode: 291, continent: "NA" as const, cqZone: 5, ituZone: 8, grid: "fn31pr", state: "ct" },
    ...{ island: "na-026", summit: "w1/hw-003", park: "UY-0012, UY-0015", satellite: " rs-44" },
  };
  for (const call of ["W1QTA", "PA/CX3QUA", "CX3QUA/5", "N8QTA/KH6", "3D2/CX3QUA/P", "EA8/CX3QUA", "LA100QTA"]) {
    const contact = { ...blank, ...facts, call };
    for (const { id, itemsOf, heldIn } of AWARDS) {
      const items = itemsOf(contact);
      if (id !== "canada") expect([id, items.length]).not.toEqual([id, 0]);
      for (const item of items) {
        const held = heldIn.part(item);
        const text = String(contact[heldIn.field]).toUpperCase();
        if (typeof held === "number") expect(contact[heldIn.field]).toBe(held);
        else expect([id, text.includes(held)]).toEqual([id, true]);
      }
    }
  }
});

test("items that are listed are described as in the list, and each award is named once", () => {
  for (const award of AWARDS) for (const one of award.universe ?? []) expect(describeItem(award, one.item)).toBe(one);
  expect(describeItem({ universe: null }, "JO60")).toEqual({ item: "JO60", name: "JO60", note: "", deleted: false });
  expect(new Set(AWARDS.map(({ name }) => name)).size).toBe(AWARDS.length);
  expect(awardById("unitedStates")!.universe).toHaveLength(50);
  expect(awardById("canada")!.universe).toHaveLength(13);
});

test("the next step of an award is the first beyond what is reached", () => {
  const levels = [100, 150];
  expect([0, 99, 100, 150].map((reached) => nextLevel({ levels }, reached))).toEqual([100, 100, 150, null]);
});

test("what is only told counts as worked; a signature or a card confirms", () => {
  const confirmed = (channel: "card" | "lantern" | "tideline") => ofEntity({}, [{ channel, received: "confirmed" }])[0];
  expect((["card", "lantern", "tideline"] as const).map((one) => confirmed(one)?.confirmed)).toEqual([1, 1, 0]);
});
