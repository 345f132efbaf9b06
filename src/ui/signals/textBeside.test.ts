import type { BandEntry } from "../airwaves/bandEntries";
import { besideNames } from "./textBeside";

const name = (text: string, hertz: number, rank = 1): BandEntry => ({
  ...{ key: text, hertz, text, by: "spot", spot: null, age: "new", rank },
  ...{ duplicate: false, isOwn: false },
});

test("a text stands beside the name that is at its signal, the nearest one, and each name has one text", () => {
  const { entries, texts } = besideNames(
    [name("PY2QUB", 14_020_000), name("LU4QSC", 14_020_100), name("CX9QTH", 14_030_000)],
    [
      { id: 1, hertz: 14_020_090 },
      { id: 2, hertz: 14_020_020 },
      { id: 3, hertz: 14_030_140 },
    ],
  );
  expect(entries).toHaveLength(3);
  expect([...texts]).toEqual([
    ["LU4QSC", 1],
    ["PY2QUB", 2],
    ["CX9QTH", 3],
  ]);
});

test("who is read there has the text, and not who is announced there", () => {
  const read: BandEntry = { ...name("W4QSN", 14_020_020), by: "read" };
  const { texts } = besideNames([name("SV5QSE", 14_020_000, 9), read], [{ id: 1, hertz: 14_020_000 }]);
  expect([...texts]).toEqual([["W4QSN", 1]]);
});

test("where nobody stands a text has a place of its own, by frequency, after all who have a name", () => {
  const { entries, texts } = besideNames(
    [name("PY2QUB", 14_020_000), name("CX9QTH", 14_030_000)],
    [{ id: 7, hertz: 14_025_000 }],
  );
  expect(entries.map(({ key }) => key)).toEqual(["PY2QUB", "line 7", "CX9QTH"]);
  expect(texts.get("line 7")).toBe(7);
  expect(Math.min(...entries.map(({ rank }) => rank))).toBe(entries[1]!.rank);
});
