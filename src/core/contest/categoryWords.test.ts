import { categoryWords } from "./categoryWords";
import { CATEGORY_KINDS } from "./rules";
import { SHIPPED_CONTESTS } from "./shipped";
import { rulesOf } from "./testing";

test("categories are said in words, with the format's code behind", () => {
  const dash = rulesOf("SUDESTADA-PREFIX");
  expect(categoryWords(dash, "operator", "SINGLE-OP")).toBe("One operator (SINGLE-OP)");
  expect(categoryWords(dash, "band", "20M")).toBe("20 m (20M)");
  expect(categoryWords(dash, "power", "LOW")).toBe("Low power, up to 100 W (LOW)");
  expect(categoryWords(dash, "power", "HIGH")).toBe("Any power (HIGH)");
  // The contest's own limit, and a category that only it has.
  expect(categoryWords(rulesOf("CUCHILLA-MOBILE"), "power", "LOW")).toBe("Low power, up to 50 W (LOW)");
  expect(categoryWords(dash, "overlay", "LIGHTHOUSE")).toBe("LIGHTHOUSE");
});

test.each(SHIPPED_CONTESTS.map((rules) => [rules.tag, rules] as const))(
  "all categories of %s have words",
  (_, rules) => {
    for (const kind of CATEGORY_KINDS)
      for (const value of rules.categories[kind] ?? []) expect(categoryWords(rules, kind, value)).not.toBe(value);
  },
);
