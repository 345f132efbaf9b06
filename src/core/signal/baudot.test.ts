import fc from "fast-check";
import { baudotCodes, createBaudotCoder, createBaudotPrinter, misprints, printed, unprintable } from "./baudot";

const bits = (code: number) => [0, 1, 2, 3, 4].map((bit) => (code >> bit) & 1).join("");
const SIGNS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-?:().,/'=+ \r\n";

describe("the Telegraph Alphabet No. 2", () => {
  it.each([
    // ITU-T S.1, table 1: the units in the order in which they are sent, 1 for Z (mark).
    ["A", "11000"],
    ["B", "10011"],
    ["E", "10000"],
    ["M", "00111"],
    ["Q", "11101"],
    ["R", "01010"],
    ["Y", "10101"],
    ["Z", "10001"],
    [" ", "00100"],
    ["\r", "00010"],
    ["\n", "01000"],
  ])("sends %j as %s", (sign, units) => {
    expect(baudotCodes(sign, "letters").map(bits)).toEqual([units]);
  });

  it.each([
    ["1", "11101"],
    ["5", "00001"],
    ["9", "00011"],
    ["?", "10011"],
    ["/", "10111"],
    ["+", "10001"],
  ])("sends %j as %s, among the figures", (sign, units) => {
    expect(baudotCodes(sign, "letters").map(bits)).toEqual(["11011", units]);
    expect(bits(baudotCodes("A", "figures")[0]!)).toBe("11111");
  });

  it("comes out as it was typed, whichever habit the other end has", () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...SIGNS) }), fc.boolean(), (text, unshifts) => {
        expect(printed(baudotCodes(text), unshifts)).toBe(text);
        expect(printed(baudotCodes(text, "letters"), unshifts)).toBe(text);
        expect(unprintable(text)).toEqual([]);
      }),
    );
  });

  it("shifts no more than one must: once for figures in a row, again after a space", () => {
    expect(printed(baudotCodes("TU 599 14", "letters"), false)).toBe("TU 599 14");
    expect(baudotCodes("TU 599 14", "letters")).toHaveLength("TU 599 14".length + 2);
    expect(baudotCodes("RYRY", "letters")).toHaveLength(4);
  });

  it("prints letters for figures after a lost shift until the next one: 599 is TOO", () => {
    const [, ...lost] = baudotCodes("599", "letters");
    expect(printed(lost, true)).toBe("TOO");
    const { print } = createBaudotPrinter(false);
    expect([27, 16, 24, 24, 4, 16].map((code) => print(code)).join("")).toBe("599 5");
    expect(printed([27, 16, 24, 24, 4, 16], true)).toBe("599 T");
  });

  it("says what the other end prints otherwise, and nothing where all is as it was meant", () => {
    const keyed = (text: string, losing: (code: number) => boolean) => {
      const { code } = createBaudotCoder();
      return [...text].map((letter) => ({ letter, codes: code(letter).filter((one) => !losing(one)) }));
    };
    expect(misprints(keyed("TU 599 014 TU", () => false))).toEqual([]);
    const lost = misprints(keyed("DE CX3QUA 599 TU", (code) => code === 27));
    expect(lost).toEqual([
      { meant: "CX3QUA", prints: "CXEQUA" },
      { meant: "599", prints: "TOO" },
    ]);
    // Who goes back to letters with a space needs the shift anew.
    const [first, ...rest] = baudotCodes("599 014", "letters");
    const once = [first!, ...rest.filter((code) => code !== 27)];
    const signs = [...once.slice(1)].map((code, nth) => ({
      letter: "599 014"[nth]!,
      codes: nth === 0 ? [27, code] : [code],
    }));
    expect(misprints(signs)).toEqual([{ meant: "014", prints: "PQR" }]);
  });

  it("leaves out what it has not, and names it once; small letters and printers' signs are as good", () => {
    expect(unprintable("Ñandú é% %@\0")).toEqual(["Ñ", "Ú", "É", "%", "@", "\0"]);
    expect(printed(baudotCodes("cx3qua – it’s 5"), true)).toBe("CX3QUA - IT'S 5");
  });
});
