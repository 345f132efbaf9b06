import fc from "fast-check";
import { comparisonsOf, conditionsOf, instantsOf, isWhole, parseSpan, spanText, spanWords, usualSpans } from "./span";

const YEAR = { from: "2025-01-01", until: "2025-12-31" };

test("a span stands in an address, and what is none there is none", () => {
  expect(spanText(YEAR)).toBe("2025-01-01..2025-12-31");
  expect(parseSpan("2025-01-01..2025-12-31")).toEqual(YEAR);
  expect(parseSpan("..2025-12-31")).toEqual({ from: null, until: "2025-12-31" });
  for (const text of [null, "", "..", "yesterday..2025-13-01"]) expect(spanText(parseSpan(text))).toBeNull();
  expect([isWhole(YEAR), isWhole({ from: "2025-01-01", until: null })]).toEqual([true, false]);
  expect(spanWords({ from: null, until: "2025-12-31" })).toBe("until 2025-12-31");
});

test("its last day is in it, for the interface and for a filter", () => {
  expect(instantsOf(YEAR)).toEqual({ from: "2025-01-01T00:00:00Z", to: "2025-12-31T23:59:59Z" });
  expect(conditionsOf(YEAR)).toEqual([
    { field: "startedAt", is: "from", value: "2025-01-01" },
    { field: "startedAt", is: "before", value: "2026-01-01" },
  ]);
});

test("the usual spans and what they are compared with, also from a leap day", () => {
  const named = Object.fromEntries(usualSpans("2028-02-29").map(({ name, span }) => [name, span]));
  expect(named["The last 12 months"]).toEqual({ from: "2027-03-01", until: "2028-02-29" });
  expect(named["The last 30 days"]).toEqual({ from: "2028-01-31", until: "2028-02-29" });
  expect(comparisonsOf({ from: "2028-02-01", until: "2028-02-29" }).map(({ span }) => span)).toEqual([
    { from: "2028-01-03", until: "2028-01-31" },
    { from: "2027-02-01", until: "2027-02-28" },
  ]);
});

test("as many days before end on the day before, and are as many", () => {
  const day = fc.date({ min: new Date("1950-01-01"), max: new Date("2050-01-01"), noInvalidDate: true });
  fc.assert(
    fc.property(day, fc.nat(4000), (date, days) => {
      const from = date.toISOString().slice(0, 10);
      const until = new Date(Date.parse(from) + days * 86_400_000).toISOString().slice(0, 10);
      const { span } = comparisonsOf({ from, until })[0]!;
      expect(Date.parse(from) - Date.parse(span.until)).toBe(86_400_000);
      expect(Date.parse(span.until) - Date.parse(span.from)).toBe(Date.parse(until) - Date.parse(from));
    }),
  );
});
