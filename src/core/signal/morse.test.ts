import fc from "fast-check";
import { dotLength, keyed, keyingTime, letterOfCode, unkeyable, USUAL_KEYING } from "./morse";

describe("Morse", () => {
  const at = (speed: number) => ({ ...USUAL_KEYING, speed });

  it("keys the standard word as often a minute as the speed says", () => {
    for (const speed of [5, 12, 26, 40, 60]) expect(keyingTime("PARIS ", at(speed)) * speed).toBeCloseTo(60_000, 6);
    expect(dotLength(20)).toBe(60);
  });

  it.each([
    // ITU-R M.1677-1, section 1.1.3 and 1.1.1.
    [".", ".-.-.-"],
    [",", "--..--"],
    [":", "---..."],
    ["?", "..--.."],
    ["'", ".----."],
    ["-", "-....-"],
    ["/", "-..-."],
    ["(", "-.--."],
    [")", "-.--.-"],
    ['"', ".-..-."],
    ["=", "-...-"],
    ["+", ".-.-."],
    ["×", "-..-"],
    ["@", ".--.-."],
    ["é", "..-.."],
    ["e\u0301", "..-.."],
  ])("keys %s as %s", (sign, code) => {
    const dot = dotLength(20);
    const elements = keyed(sign, at(20)).flatMap(({ down }) => down.map(({ from, to }) => (to - from) / dot));
    expect(elements.map((length) => (length > 2 ? "-" : ".")).join("")).toBe(code);
    expect(unkeyable(sign)).toEqual([]);
    expect(letterOfCode(code)).toBe(sign === "×" ? "X" : sign.normalize("NFC").toUpperCase());
  });

  it("knows no letter of a code that there is not", () => {
    for (const code of ["", "......", ".-.-", "--------"]) expect(letterOfCode(code)).toBeUndefined();
  });

  it("keys letters by the recommendation: a dash is three dots, one between elements, three after the letter", () => {
    expect(keyed("R", at(20))).toEqual([
      {
        letter: "R",
        down: [
          { from: 0, to: 60 },
          { from: 120, to: 300 },
          { from: 360, to: 420 },
        ],
        lasts: 600,
      },
    ]);
    expect(keyed("e t", at(20)).map(({ letter, lasts }) => [letter, lasts])).toEqual([
      ["E", 240],
      [" ", 240],
      ["T", 360],
    ]);
  });

  it("keeps the rhythm whatever the weight, and stretches words by their spacing", () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom(..."ABC 059/?") }),
        fc.integer({ min: 0, max: 100 }),
        (text, weight) => {
          const keying = { ...at(30), weight };
          expect(keyingTime(text, keying)).toBeCloseTo(keyingTime(text, at(30)), 6);
          for (const { down, lasts } of keyed(text, keying)) {
            let last = 0;
            for (const { from, to } of down) {
              expect(from).toBeGreaterThanOrEqual(last);
              expect(to).toBeGreaterThan(from);
              last = to;
            }
            expect(lasts).toBeGreaterThanOrEqual(last);
          }
        },
      ),
    );
    expect(keyingTime("E E", { ...at(20), wordSpace: 10 }) - keyingTime("E E", at(20))).toBe(180);
  });

  it("leaves out what has no sign, and names it", () => {
    expect(keyed("Ñ%", at(20))).toEqual([]);
    expect(unkeyable("TU INÑS %")).toEqual(["Ñ", "%"]);
  });
});
