import fc from "fast-check";
import { isWritable, madeWritable, unwritableIn } from "./unwritable";

const unit = fc.oneof(fc.constantFrom("\0", "\ud800", "\udfff", "a", "é", "😀"), fc.string({ maxLength: 2 }));
const anyText = fc.array(unit, { maxLength: 8 }).map((units) => units.join(""));

test("a text is writable exactly when UTF-8 gives it back and it has no NUL", () =>
  fc.assert(
    fc.property(anyText, (text) => {
      const back = new TextDecoder("utf-8", { ignoreBOM: true }).decode(new TextEncoder().encode(text));
      expect(isWritable(text)).toBe(back === text && !text.includes("\0"));
      const mended = madeWritable(text);
      expect(isWritable(mended)).toBe(true);
      expect(mended).toHaveLength(text.length);
      if (isWritable(text)) expect(mended).toBe(text);
    }),
  ));

test("within data it is found with its path, however deep, and in the names too", () => {
  expect(unwritableIn({ extra: [{ name: "A", value: "x\0" }] }, "")).toMatchObject({ field: "extra.0.value" });
  expect(unwritableIn({ "a\ud800": 1 }, "")).toMatchObject({ field: "(whole)" });
  expect(unwritableIn("\0", "call")).toMatchObject({ field: "call" });
  expect(unwritableIn({ call: "DL1QTA", pin: true, none: null, list: [1, "é😀"] }, "")).toBeNull();
  let deep: unknown = "\0";
  for (let level = 0; level < 50_000; level++) deep = [deep];
  expect(unwritableIn(deep, "")?.text).toContain("NUL");
});
