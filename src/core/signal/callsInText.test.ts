import fc from "fast-check";
import { callsInText, wordsBehindCall } from "./callsInText";

const AT = Date.UTC(2026, 0, 10) / 1000;
const heard = (text: string, sure = "9".repeat(text.length)) => ({ text, sure, at: AT });
const read = (text: string, sure?: string) => callsInText(heard(text, sure));
const calls = (text: string, sure?: string) => read(text, sure).map(({ call }) => call);

test("the sender's call is found, wherever it stands", () => {
  for (const text of [
    "73 CQ CQ DE CX3QUA CX3QUA K ",
    "TU CQ TEST CX3QUA TEST",
    "R TU 73 DE CX3QUA E E",
    "PY2QUB DE CX3QUA GM TNX FER CALL",
    "K CX3QUA CX3QUA ",
  ])
    expect(calls(text)[0]).toBe("CX3QUA");
  expect(read("= CQ DE CX3QUA CX3QUA K")).toEqual([{ call: "CX3QUA", times: 2, isSender: true }]);
});

test("of several the last is first; who is only called stands behind the sender", () => {
  expect(calls("TU DE CX3QUA CQ DE PY2QUB K")).toEqual(["PY2QUB", "CX3QUA"]);
  expect(calls("R LU4QSC DE CX3QUA UR 599")).toEqual(["CX3QUA", "LU4QSC"]);
  expect(read("R LU4QSC UR 599")[0]).toMatchObject({ call: "LU4QSC", isSender: false });
});

test("calls with what stands before or behind a stroke are calls", () => {
  expect(calls("CQ DE EA8/CX3QUA EA8/CX3QUA K")).toEqual(["EA8/CX3QUA"]);
  expect(calls("CQ DE CX3QUA/P K ")).toEqual(["CX3QUA/P"]);
});

test("what is no call, is not sure, or is not yet whole is none", () => {
  for (const text of [
    "CQ DE K 599 001 TU 73 5NN 14 QSB?",
    "X3QUA K ",
    "CQ DE CX3QU",
    "CQ DE Q7QUA K",
    "TU NAME YAROSLAV ",
  ])
    expect(calls(text)).toEqual([]);
  const text = "CQ DE CX3QUA K";
  expect(calls(text, "99999999939999")).toEqual([]);
  expect(calls(text, "99999999949999")).toEqual(["CX3QUA"]);
});

test.each([
  ["CX3QUA 5NN 014 014 ", ["5NN", "014", "014"]],
  ["TU CX3QUA R UR 599 014 TU ", ["599", "014"]],
  [" 599 014 ", ["599", "014"]],
  ["LU4QSC 599 013 CX3QUA 599 01", ["599"]],
  ["CQ TEST CX3QUA CX3QUA TEST ", []],
])("behind the last call of %s stands %j", (text, words) => {
  expect(wordsBehindCall(heard(text))).toEqual(words);
});

test("whatever is read, each call stands in it, as often as is said", () => {
  const word = fc.constantFrom("CQ", "DE", "CX3QUA", "PY2QUB", "K", "599", "*", "E", "LU4QSC/P");
  fc.assert(
    fc.property(fc.array(word, { maxLength: 20 }), (words) => {
      for (const { call, times } of read(words.join(" "))) {
        const all = words.filter((one) => one === call).length;
        expect(times).toBeGreaterThan(0);
        expect(times).toBeLessThanOrEqual(all);
      }
    }),
  );
});
