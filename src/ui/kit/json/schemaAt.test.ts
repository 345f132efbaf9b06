import { z } from "zod";
import { readRules, rulesSchema, SHIPPED_CONTESTS } from "@/core/contest";
import { type JsonSchema, namesAt, valuesAt, withoutDefaults } from "./schemaAt";

const schema = z.toJSONSchema(rulesSchema, { io: "input", unrepresentable: "any" }) as JsonSchema;

test("says which names an object may have, through references and alternatives", () => {
  expect(namesAt(schema, [])).toEqual(expect.arrayContaining(["format", "points", "sessions"]));
  expect(namesAt(schema, ["when", "every"])).toEqual(["month", "week", "day", "full", "start", "hours"]);
  expect(namesAt(schema, ["points", 3, "points"])).toEqual(["base", "perKm", "points", "round", "part"]);
  // A condition holds conditions.
  const condition = ["points", 0, "if"] as const;
  expect(namesAt(schema, [...condition, "any", 2, "not"])).toEqual(namesAt(schema, condition));
  expect(namesAt(schema, ["exchange", "uruguay", 0])).toContain("optional");
  expect(namesAt(schema, ["name"])).toEqual([]);
  expect(namesAt(schema, ["nothing", "there"])).toEqual([]);
});

test("says what can be typed as a value", () => {
  expect(valuesAt(schema, ["multipliersAre"])).toEqual(['"added"', '"multiplied"']);
  expect(valuesAt(schema, ["when", "every", "full"])).toEqual(["true", "false"]);
  expect(valuesAt(schema, ["bands", 0])).toContain('"20m"');
  expect(valuesAt(schema, ["points", 0, "if", "same", 1])).toContain('"entity"');
  expect(valuesAt(schema, ["when"])).toEqual(["{}"]);
  expect(valuesAt(schema, ["points", 0, "points"])).toEqual(["{}"]);
});

test.each(SHIPPED_CONTESTS.map((rules) => [rules.tag, rules] as const))(
  "%s is the same without its defaults",
  (_, rules) => {
    const plain = withoutDefaults(schema, rules);
    expect(JSON.stringify(plain).length).toBeLessThan(JSON.stringify(rules).length);
    expect(readRules(plain)).toEqual({ ok: true, value: rules });
  },
);

test("what is a default is left out where it stands, and nowhere else", () => {
  const rules = {
    about: "",
    sessions: [],
    duplicates: { per: "band", station: "base", points: 0 },
    points: [{ points: 0 }, { points: { base: 0, perKm: 5, points: 1, round: "down" } }],
    limits: [{ category: {}, offMinutes: 60, operatingHours: 5 }],
    unknown: { about: "" },
  };
  expect(withoutDefaults(schema, rules)).toEqual({
    duplicates: { per: "band" },
    points: [{ points: 0 }, { points: { perKm: 5, points: 1, round: "down" } }],
    limits: [{ operatingHours: 5 }],
    unknown: { about: "" },
  });
});
