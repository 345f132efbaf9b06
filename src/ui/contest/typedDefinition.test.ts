import { SHIPPED_CONTESTS } from "@/core/contest";
import { pathOf } from "../kit/json/parseTyped";
import { numberTyped, typedDefinition } from "./typedDefinition";

test.each(SHIPPED_CONTESTS.map((rules) => [rules.tag, rules] as const))("takes %s as it is", (_, rules) => {
  const { name, tag, bands, modes, deadlineDays } = rules;
  const typed = typedDefinition(rules)!;
  expect(typed).toMatchObject({ name, tag, bands, modes, deadlineDays });
  expect(typed.points.map(({ points }) => points)).toEqual(rules.points.map(({ points }) => points));
  expect(Object.keys(typed.exchange)).toEqual(Object.keys(rules.exchange));
});

test("takes what has another form as not there, and what is no object as nothing", () => {
  expect(
    typedDefinition({ name: 5, when: "never", bands: ["20m", 5], points: [{ if: { never: 1 }, points: "x" }] }),
  ).toEqual({
    name: "",
    tag: "",
    when: null,
    deadlineDays: "",
    bands: [],
    modes: [],
    exchange: {},
    points: [{ if: null, points: "x" }],
  });
  for (const data of [5, "text", null, []]) expect(typedDefinition(data)).toBeNull();
});

test("a number is typed figure by figure", () => {
  expect(["0", "0.", "0.0", "0.05", "-", "-2", "", "1e3", "much"].map(numberTyped)).toEqual([
    0,
    "0.",
    "0.0",
    0.05,
    "-",
    -2,
    "",
    "1e3",
    "much",
  ]);
});

test("a fault's place is a path", () => {
  expect(pathOf("points.0.if.any.12.band")).toEqual(["points", 0, "if", "any", 12, "band"]);
  expect(pathOf("(whole)")).toEqual([]);
});
