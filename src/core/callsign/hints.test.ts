import { fittingCalls, isHintable } from "./hints";

const KNOWN = [
  { call: "OY4QSA", contacts: 1 },
  { call: "OY4QSB", contacts: 9 },
  { call: "OY4QS", contacts: 1 },
  { call: "OY5QSA", contacts: 3 },
  { call: "DL1QSA", contacts: 7 },
];
const fits = (typed: string) => fittingCalls(typed, KNOWN, 3).map(({ call }) => call);

test("calls that begin so come before those that hold it, and the often worked first", () => {
  expect(fits("OY4QS")).toEqual(["OY4QS", "OY4QSB", "OY4QSA"]);
  expect(fits("QSA")).toEqual(["DL1QSA", "OY5QSA", "OY4QSA"]);
  expect(fits("ZZ")).toEqual([]);
});

test("a question mark stands for one letter that was not heard", () => {
  expect(fits("OY?QSA")).toEqual(["OY5QSA", "OY4QSA"]);
  expect(fits("?Y4QSB")).toEqual(["OY4QSB"]);
  expect(fits("O??QSA")).toEqual(["OY5QSA", "OY4QSA"]);
});

test("one letter, or a call with designators, asks for nothing", () => {
  expect([isHintable("O"), isHintable("O?"), isHintable("OY"), isHintable("OY/L")]).toEqual([
    false,
    false,
    true,
    false,
  ]);
});
