import fc from "fast-check";
import { ENTITIES, entityByCode } from "../entity";
import {
  countyFault,
  CQ_ZONES,
  editDistance,
  islandFault,
  ITU_ZONES,
  parkFault,
  recogniseSection,
  SECTIONS,
  subdivisionOf,
  SUBDIVISIONS,
  subdivisionsOf,
  summitFault,
} from ".";

test.each([
  ["STX", "STX"],
  ["stx", "STX"],
  ["S TX", "STX"],
  ["Orange", "ORG"],
  ["MD", "MDC"],
  ["GTA", "GH"],
  ["PEI", "PE"],
  ["Santa Clara Valley", "SCV"],
])("%s is the section %s", (text, code) => {
  expect(recogniseSection(text)).toMatchObject({ kind: "known", section: { code } });
});

test.each([
  ["SCX", "SCV"],
  ["WWX", "WWA"],
  ["TX", "NTX"],
  ["CA", "LAX"],
  ["OGR", "ORG"],
])("%s is no section, and %s is among the nearest", (text, code) => {
  const answer = recogniseSection(text);
  expect(answer.kind === "nearest" && answer.sections.map((section) => section.code)).toContain(code);
});

test("sections have codes of their own, and no alias is another's code", () => {
  const codes = SECTIONS.map((section) => section.code);
  expect(new Set(codes).size).toBe(codes.length);
  expect(codes).toHaveLength(85);
});

test("the distance of two words is symmetric, and 1 for neighbours swapped", () => {
  const word = fc.string({ maxLength: 6 });
  fc.assert(fc.property(word, word, (a, b) => editDistance(a, b) === editDistance(b, a)));
  expect(editDistance("ORG", "OGR")).toBe(1);
});

test("references are checked by form", () => {
  for (const [check, good, bad] of [
    [islandFault, "SA-030", "SA-000"],
    [islandFault, "oc-001", "XX-001"],
    [summitFault, "CX/MO-012", "CX-MO-012"],
    [parkFault, "UY-0012", "0012"],
    [parkFault, "UY-0012@UY-RO,UY-0013", "UY-12"],
    [countyFault, "TX,Travis", "Travis"],
  ] as const) {
    expect(check(good)).toBeNull();
    expect(check(bad)).toContain(bad);
  }
});

test("subdivisions belong to entities, once each, with zones that the entity lies in", () => {
  const seen = new Set<string>();
  for (const { entityCode, code, name, cqZone } of SUBDIVISIONS) {
    expect(entityByCode(entityCode)).toBeDefined();
    expect(name).not.toBe("");
    expect(seen.has(`${entityCode} ${code}`)).toBe(false);
    seen.add(`${entityCode} ${code}`);
    if (cqZone !== null) expect(cqZone).toBeLessThanOrEqual(40);
  }
  expect(subdivisionsOf(291)).toHaveLength(49);
  expect(subdivisionsOf(339)).toHaveLength(47);
  expect(subdivisionsOf(144)).toHaveLength(19);
  expect(subdivisionOf(291, "ca")).toMatchObject({ name: "California", cqZone: 3 });
  expect(["189", "206", "341", "824"].map((code) => subdivisionOf(224, code)?.name)).toEqual([
    "Turku",
    "Helsinki",
    "Tampere",
    "Oulu",
  ]);
  expect(subdivisionOf(1, "QC")).toMatchObject({ cqZone: null });
});

test("every zone that an entity lies in has a point, and the Uruguayan one lies in South America", () => {
  expect(CQ_ZONES).toHaveLength(40);
  expect(ITU_ZONES).toHaveLength(90);
  for (const entity of ENTITIES.filter((one) => !one.deleted)) {
    expect(CQ_ZONES[entity.cqZone - 1]!.point).not.toBeNull();
    expect(ITU_ZONES[entity.ituZone - 1]!.point).not.toBeNull();
  }
  expect(CQ_ZONES[12]).toMatchObject({ number: 13, name: "Southeastern South America" });
});

test("no spelling of a subdivision or a section means another one too", () => {
  const entities = [...new Set(SUBDIVISIONS.map(({ entityCode }) => entityCode))];
  const lists = [
    ...entities.map((code) => subdivisionsOf(code)),
    SECTIONS.map(({ code, name, aliases }) => ({ code, name, aliases })),
  ];
  for (const items of lists) {
    const meant = new Map<string, string>();
    for (const { code, aliases } of items)
      for (const word of [code, ...aliases]) {
        expect([word, meant.get(word) ?? code]).toEqual([word, code]);
        meant.set(word, code);
      }
    // A name that is another one's code would be taken for that.
    for (const { code, name } of items) expect(meant.get(name.toUpperCase()) ?? code).toBe(code);
  }
});

test.each([
  [137, "A", "Seoul"],
  [137, "B", "Busan"],
  [137, "C", "Gyeonggi"],
  [137, "D", "Gangwon"],
  [137, "G", "Jeollabuk"],
  [137, "I", "Incheon"],
  [137, "P", "Daegu"],
  [137, "Q", "Gwangju"],
  [137, "R", "Daejeon"],
  [137, "S", "Ulsan"],
  [137, "T", "Sejong"],
  [54, "KP", "Komi-Permyatsky Autonomous okrug"],
  [15, "UO", "Ust-Ordynsky Buryatsky Autonomous okrug"],
  [15, "AB", "Aginsky Buryatsky Autonomous okrug"],
  [70, "03", "La Habana"],
  [74, "SS", "San Salvador"],
  [86, "MN", "Managua"],
  [324, "KL", "Kerala"],
  [266, "46", "Vestland"],
  [386, "TPE", "Taipei"],
  [387, "50", "Chiang Mai"],
  [502, "501", "Bitola"],
])("of entity %i, %s is %s", (entity, code, name) => expect(subdivisionOf(entity, code)?.name).toBe(name));

test("the lists are whole", () => {
  const counts = [70, 74, 86, 266, 324, 386, 387, 502, 137, 27].map((code) => subdivisionsOf(code).length);
  // Of India two union territories are entities of their own.
  expect(counts).toEqual([16, 14, 17, 15, 36 - 2, 22, 77, 80, 17, 7]);
});

test.each([
  [27, "HM", ["MG"]],
  [324, "OD", ["OR"]],
  [291, "MA", ["MASS"]],
  [1, "ON", ["ONT"]],
  [1, "QC", ["PQ", "QUE"]],
  [108, "MA", []],
])("entity %i: %s is also sent as %j", (entity, code, aliases) =>
  expect(subdivisionOf(entity, code)?.aliases).toEqual(aliases),
);
