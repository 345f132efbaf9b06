import { exchangeOf, heardExchange, partsOf, readPart, SHIPPED_CONTESTS, sideByCall } from "../../src/core/contest";
import { resolve } from "../../src/core/entity";
import { columnsFor, wordsFault } from "../organiser/contests";
import { contestAt } from "./contests";
import { heardReport } from "./exchange";
import { makeOperators } from "./operators";
import { randomFrom } from "../../src/core/random";

const AT = Date.UTC(2026, 10, 26) / 1000;
const operators = makeOperators(randomFrom(3), 300, AT);
const given = { report: "599", serial: 7, at: AT };

test.each(SHIPPED_CONTESTS)(
  "$tag: what stations send fits the rules, is what the organiser wants, and is heard",
  (rules) => {
    for (const operator of operators) {
      const { call } = operator;
      const { said, logged } = exchangeOf(rules, operator, given);
      const entity = resolve(call, AT).entity!.code;
      partsOf(rules, sideByCall(rules, call, AT)).forEach((part, index) => {
        if (said[index] === undefined) expect([call, part.id, part.optional]).toEqual([call, part.id, true]);
        else
          expect([call, readPart(rules, part, said[index], { mode: "CW", entity })]).toMatchObject([
            call,
            { ok: true },
          ]);
      });
      expect([call, wordsFault(columnsFor(rules.tag, call)!, logged)]).toEqual([call, null]);
      const text = `CX3QUA ${said.join(" ")}`;
      expect(heardExchange(rules, call, AT, text, ["CX3QUA", call])?.logged).toEqual(logged);
      // What is its own a station sends every time.
      expect(exchangeOf(rules, operator, given)).toEqual({ said, logged });
    }
  },
);

test.each([
  ["SUDESTADA-PREFIX", "DL1QTA 5NN TT7", ["599", "007"]],
  ["SUDESTADA-PREFIX", "R 5NN 1TN TU", ["599", "109"]],
  ["SUDESTADA-PREFIX", "R 599 599 12", ["599", "12"]],
  ["SUDESTADA-PREFIX", "DL1QTA 599", null],
  ["SUDESTADA-PREFIX", "TU", null],
  ["OMBU-ZONE", "R UR 599 13 K", ["599", "13"]],
  ["FIRST-WIRE", "599 1987 TU", ["599", "1987"]],
  ["MAREAS-FIELD", "R 2A EMA K", ["2A", "EMA"]],
])("in %s, %s is heard as %j", (tag, text, words) => {
  const rules = SHIPPED_CONTESTS.find((one) => one.tag === tag)!;
  expect(heardExchange(rules, "K1QUA", AT, text, ["DL1QTA", "K1QUA"])?.said ?? null).toEqual(words);
});

test.each([
  ["DL1QTA GM UR 579 579 NAME INES", "CW", "579"],
  ["R UR 5NN TU", "CW", "599"],
  ["R TU 73", "CW", "599"],
  ["DL1QTA CX3QUA R-07", "FT8", "-07"],
  ["DL1QTA you are 57", "SSB", "57"],
] as const)("the report in %s, %s, is %s", (text, mode, report) =>
  expect(heardReport(text.toUpperCase(), mode)).toBe(report),
);

test("a contest of the calendar is on in its time, and else the practice of the club", () => {
  expect(contestAt(Date.UTC(2026, 10, 18, 20) / 1000).rules.tag).toBe("OMBU-ZONE");
  expect(contestAt(Date.UTC(2026, 10, 18, 16) / 1000).rules.tag).toBe("FAROL-PRACTICE");
  expect(contestAt(Date.UTC(2026, 10, 19, 4) / 1000).rules.tag).toBe("FAROL-PRACTICE");
});
