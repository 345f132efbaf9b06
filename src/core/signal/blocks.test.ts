import fc from "fast-check";
import { blockOf, createBlockReader, NotBlocks } from "./blocks";

const read = (pieces: readonly Uint8Array[], most = 1000) => {
  const found: { head: unknown; bytes: number[] }[] = [];
  const reader = createBlockReader((head, bytes) => found.push({ head, bytes: [...bytes] }), most);
  for (const piece of pieces) reader.take(piece);
  return found;
};
const text = (line: string) => new TextEncoder().encode(line);

describe("blocks", () => {
  it("come as they went, however they are cut", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.string(), fc.uint8Array({ maxLength: 60 })), { maxLength: 6 }),
        fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1 }),
        (blocks, cuts) => {
          const all = blocks.flatMap(([said, bytes]) => [...blockOf({ said }, bytes)]);
          const pieces: Uint8Array[] = [];
          for (let at = 0, nth = 0; at < all.length; nth++) {
            const length = cuts[nth % cuts.length]!;
            pieces.push(Uint8Array.from(all.slice(at, at + length)));
            at += length;
          }
          const expected = blocks.map(([said, bytes]) => ({ head: { said, bytes: bytes.length }, bytes: [...bytes] }));
          expect(read(pieces)).toEqual(expected);
        },
      ),
    );
  });

  it("may have no bytes", () => {
    expect(read([blockOf({ is: "ready" }), blockOf({ is: "next" }, Uint8Array.of(10))])).toEqual([
      { head: { is: "ready" }, bytes: [] },
      { head: { is: "next", bytes: 1 }, bytes: [10] },
    ]);
  });

  it.each([
    ["no JSON", "HTTP/1.1 400 Bad Request\r\n"],
    ["no object", "7\n"],
    ["more bytes than there may be", '{"bytes": 1001}\n'],
    ["fewer than none", '{"bytes": -1}\n'],
    ["half a byte", '{"bytes": 1.5}\n'],
    ["bytes in words", '{"bytes": "4"}\n'],
    ["a line without end", "x".repeat(30_000)],
  ])("are not what is %s", (_, line) => {
    expect(() => read([text(line)])).toThrow(NotBlocks);
  });
});
