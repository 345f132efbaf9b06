import fc from "fast-check";
import { editDistance } from "../reference";
import { baseCall, cleanCall, isLetterApart, ituAllocation, parseCallsign, parsePartialCall } from ".";

const read = (text: string) => {
  const result = parseCallsign(text);
  if (!result.ok) throw new Error(result.reason);
  return result.callsign;
};

test.each([
  // call, base, prefix for counting, where it operates
  ["CX3QUA", "CX3QUA", "CX3", "CX3QUA"],
  ["EA8/CX3QUA/P", "CX3QUA", "EA8", "EA8"],
  ["CX3QUA/EA8", "CX3QUA", "EA8", "EA8"],
  ["CX3QUA/4", "CX3QUA", "CX4", "CX4"],
  ["CX3QUA/P", "CX3QUA", "CX3", "CX3QUA"],
  ["CX3QUA/4/P", "CX3QUA", "CX4", "CX4"],
  ["PA/CX3QUA", "CX3QUA", "PA0", "PA"],
  ["F/CX3QUA", "CX3QUA", "F0", "F"],
  ["9A/CX3QUA", "CX3QUA", "9A0", "9A"],
  ["EA/CX3QUA/8", "CX3QUA", "EA8", "EA8"],
  ["KH6/CX3QUA", "CX3QUA", "KH6", "KH6"],
  ["C6A/W4QRA", "W4QRA", "C6", "C6A"],
  ["S5/CX3QUA", "CX3QUA", "S50", "S5"],
  ["S5/CX3QUA/7", "CX3QUA", "S57", "S57"],
  ["CX3QUA/SM", "CX3QUA", "SM0", "SM"],
  ["CX3QUA/PM", "CX3QUA", "PM0", "PM"],
  ["CX3QUA/LS", "CX3QUA", "LS0", "LS"],
  ["K4QRA/KT", "K4QRA", "K4", "K4QRA"],
  ["CX3QUA/KT", "CX3QUA", "KT0", "KT"],
  ["IS/CX3QUA", "CX3QUA", "IS0", "IS"],
  ["CX3QUA/LH", "CX3QUA", "CX3", "CX3QUA"],
  ["E5/N/CX3QUA", "CX3QUA", "E50", "E5"],
  ["VP8/H/CX3QUA/P", "CX3QUA", "VP8", "VP8"],
  ["CX3QUA/P/EA8", "CX3QUA", "EA8", "EA8"],
  ["TX9", "TX9", "TX9", "TX9"],
  ["VP2E/CX3QUA", "CX3QUA", "VP2", "VP2E"],
  ["MM/CX3QUA", "CX3QUA", "MM0", "MM"],
  ["LZ1876QRA", "LZ1876QRA", "LZ1876", "LZ1876QRA"],
  ["GB75QRA", "GB75QRA", "GB75", "GB75QRA"],
  ["9A800QRA", "9A800QRA", "9A800", "9A800QRA"],
  ["E51QRA", "E51QRA", "E51", "E51QRA"],
  ["S51QRA", "S51QRA", "S51", "S51QRA"],
  ["3DA0QRA", "3DA0QRA", "3DA0", "3DA0QRA"],
  ["8N3A110Y", "8N3A110Y", "8N3", "8N3A110Y"],
  ["RAEM", "RAEM", "RA0", "RAEM"],
  ["OHQRA", "OHQRA", "OH0", "OHQRA"],
  ["XEFTJW", "XEFTJW", "XE0", "XEFTJW"],
  ["LU1QRA/F", "LU1QRA", "LU1", "LU1QRA"],
  ["K4QRA/AE", "K4QRA", "K4", "K4QRA"],
  [" cx 3 qua / p ", "CX3QUA", "CX3", "CX3QUA"],
  ["CXØQUA", "CX0QUA", "CX0", "CX0QUA"],
])("%s is %s, counts as %s, operates from %s", (text, base, prefix, location) => {
  expect(read(text)).toMatchObject({ base, prefix, location });
});

test.each([
  ["CX3QUA/MM", "maritime"],
  ["CX3QUA/AM", "aeronautical"],
  ["CX3QUA/M", null],
  ["VE0QRA", "maritime"],
  ["VE0QRA/P", "maritime"],
  ["VE0QRA/VE1", null],
])("%s is mobile: %s", (text, mobile) => {
  expect(read(text).mobile).toBe(mobile);
});

test.each([
  ["", "no call was given"],
  ["CX3", "the suffix is missing"],
  ["12345", "has no letter"],
  ["HELLOTHERE", "has no digit"],
  ["CX3QUA//P", "two strokes"],
  ["/CX3QUA", "beside the stroke"],
  ["CX3?UA", "cannot be in a call"],
  ["EA8/CX3QUA/VK9", "more than one place: EA8, CX3QUA, VK9"],
  ["CX3QUA/P/EA8/VK9", "more than one place"],
  ["A".repeat(30), "at most 20 characters"],
])("%s is no call, and it is said why", (text, reason) => {
  expect(parseCallsign(text)).toEqual({ ok: false, reason: expect.stringContaining(reason) as string });
});

const letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZ".split("");
const calls = fc
  .tuple(
    fc.constantFrom("CX", "LU", "K", "W", "9A", "S5", "EA", "JA", "VK", "3D"),
    fc.integer({ min: 0, max: 9 }),
    fc.array(fc.constantFrom(...letters), { minLength: 1, maxLength: 4 }),
  )
  .map(([prefix, digit, suffix]) => `${prefix}${digit}${suffix.join("")}`);

test("variants of a station share the base call", () => {
  const variants = fc.constantFrom("%/P", "%/M", "%/QRP", "EA8/%", "%/MM", "%/A", "DL/%/P", "%/5");
  fc.assert(fc.property(calls, variants, (call, variant) => baseCall(variant.replace("%", call)) === call));
});

test("whatever is typed, an answer comes, and a cleaned call stays as it is", () => {
  fc.assert(
    fc.property(fc.string({ unit: "grapheme", maxLength: 40 }), (text) => {
      const result = parseCallsign(text);
      return result.ok ? parseCallsign(result.callsign.call).ok : result.reason.length > 0;
    }),
  );
  fc.assert(fc.property(fc.string(), (text) => cleanCall(cleanCall(text)) === cleanCall(text)));
});

test("the beginning of a call is read as its prefix", () => {
  expect(parsePartialCall("OY")).toMatchObject({ location: "OY" });
  expect(parsePartialCall("KH6/")).toMatchObject({ location: "KH6" });
  expect(parsePartialCall("?")).toBeNull();
});

test.each([
  ["CX3QUA", "Uruguay"],
  ["SSA1QR", "Egypt"],
  ["SST1QR", "Sudan"],
  ["3DN1QR", "Fiji"],
  ["OY4QR", "Denmark"],
  ["QR1QR", null],
  ["1B1QR", null],
])("the series of %s is allocated to %s", (call, country) => {
  expect(ituAllocation(call)).toBe(country);
});

test("calls are a letter apart where the distance by Damerau is one", () => {
  const call = fc.string({ unit: fc.constantFrom("A", "B", "1"), maxLength: 6 });
  fc.assert(
    fc.property(call, call, (a, b) => isLetterApart(a, b) === (editDistance(a, b) === 1)),
    { numRuns: 2000 },
  );
  expect(
    ["DL1QTB", "DL1QT", "DL11QTA", "LD1QTA", "DL1QTA", "LD1QTB"].map((one) => isLetterApart("DL1QTA", one)),
  ).toEqual([true, true, true, true, false, false]);
});
