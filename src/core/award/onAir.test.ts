import fc from "fast-check";
import {
  AWARDS,
  awardById,
  bestWorth,
  byWorth,
  factsOnAir,
  knownFromRemark,
  NOTHING_KNOWN,
  worthOfItem,
  worthsOf,
} from ".";

const STATION = {
  ...{ call: "DL1QTA", band: "20m", mode: "CW", submode: null, modeGroup: "CW" as const, at: "2026-11-28T10:00:00Z" },
  place: { base: "DL1QTA", entity: { code: 230 }, continent: "EU", cqZone: 14, ituZone: 28 },
  site: { id: 1, call: "CX3QUA", grid: "GF35co", power: 100 },
};
const cell = (band: string, modeGroup: "CW" | "voice", confirmed = 0) => ({ band, modeGroup, worked: 1, confirmed });

test("a station on the air is worth an item for each award that it is something for", () => {
  const facts = factsOnAir({ ...STATION, known: { ...NOTHING_KNOWN, grid: "JO60ab", summit: "DM/TH-001" } });
  const worths = worthsOf(AWARDS, facts, () => ({ worth: "fresh", text: "" }));
  expect(worths.map(({ award, item }) => `${award} ${item}`)).toEqual([
    ...["entities 230", "cqZones 14", "ituZones 28", "continents EU", "prefixes DL1", "squares JO60"],
    "summits DM/TH-001",
  ]);
});

test.each([
  ["entities", [cell("15m", "CW")], "wanted: 20 m is new for Germany"],
  ["entities", [cell("20m", "voice")], "wanted: CW is new for Germany"],
  ["entities", [cell("20m", "CW")], "hold: Germany on 20 m CW is worked, not confirmed"],
  ["squares", [cell("20m", "voice")], "hold: JO60 on 20 m is worked, not confirmed"],
  ["squares", [cell("15m", "CW", 1)], "wanted: 20 m is new for JO60"],
  ["cqZones", [cell("15m", "voice")], "hold: Zone 14 is worked, not confirmed"],
  ["cqZones", [cell("15m", "voice", 1)], "safe: Zone 14 is confirmed"],
  ["cqZones", [], "fresh: Zone 14 was never worked"],
] as const)("for %s bands and modes are new where the award says so", (id, cells, said) => {
  const item = { entities: "230", squares: "JO60", cqZones: "14" }[id];
  const { worth, text } = worthOfItem(awardById(id)!, item, cells, STATION);
  expect(`${worth}: ${text}`).toBe(said);
});

test("the best of several is named by its award", () => {
  const of = (award: string, worth: "fresh" | "wanted" | "hold" | "safe") => ({
    ...{ award, name: award, item: "1", worth, text: `${award} is ${worth}` },
  });
  const worths = [of("a", "safe"), of("b", "wanted"), of("c", "fresh"), of("d", "hold")];
  expect(bestWorth(worths, 4)).toEqual({ worth: "fresh", text: "c: c is fresh" });
  expect(bestWorth([of("a", "safe")], 1)).toEqual({ worth: "safe", text: "a is safe" });
  expect(bestWorth([], 4)).toBeNull();
  expect(byWorth(worths).map(({ award }) => award)).toEqual(["c", "b", "d", "a"]);
});

test.each([
  ["CQ from JO60ab, 5 W", { grid: "JO60AB" }],
  ["tnx RR73", {}],
  ["summit DM/TH-001 and EU-018", { summit: "DM/TH-001", island: "EU-018" }],
  ["park UY-0012", { park: "UY-0012" }],
  ["-12 dB CQ SA", {}],
])("a remark says where a station is: %s", (remark, known) => {
  expect(knownFromRemark(remark)).toEqual(known);
});

test("whatever a remark says, what is known of it is what an award may count", () => {
  fc.assert(
    fc.property(fc.string(), (remark) => {
      const facts = factsOnAir({ ...STATION, known: { ...NOTHING_KNOWN, ...knownFromRemark(remark) } });
      for (const award of AWARDS) for (const item of award.itemsOf(facts)) expect(item).not.toBe("");
    }),
  );
});
