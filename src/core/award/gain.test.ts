import fc from "fast-check";
import { gainOf } from "./gain";

const slot = (band: string, modeGroup: "CW" | "voice" | "digital", confirmed: number) => ({
  band,
  modeGroup,
  confirmed,
});

test.each([
  ["item", []],
  ["item", [slot("20m", "CW", 0)]],
  ["band", [slot("40m", "CW", 2)]],
  ["mode", [slot("20m", "voice", 1), slot("40m", "CW", 2)]],
  [null, [slot("20m", "CW", 1)]],
] as const)("a confirmed contact on 20 m in CW adds %s", (gain, before) => {
  expect(gainOf(before, slot("20m", "CW", 1))).toBe(gain);
});

test("what was gained is gained once", () => {
  const any = fc.record({
    band: fc.constantFrom("20m", "40m"),
    modeGroup: fc.constantFrom("CW" as const, "voice" as const),
    confirmed: fc.nat(2),
  });
  fc.assert(
    fc.property(fc.array(any, { maxLength: 5 }), any, (before, next) => {
      expect(gainOf([...before, { ...next, confirmed: 1 }], next)).toBeNull();
    }),
  );
});
