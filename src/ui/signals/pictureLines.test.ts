import fc from "fast-check";
import type { PictureRow } from "@/core/contract";
import { createPictureLines, loudestOf, placesOfColumns } from "./pictureLines";

const row = (part: Partial<PictureRow> = {}): PictureRow => ({
  at: 1,
  lowHz: 14_000_000,
  placeHz: 10,
  noise: -90,
  looks: 3,
  bytes: 4,
  ...part,
});

test("so many lines are kept and no more, the newest first", () => {
  const lines = createPictureLines(3);
  for (let at = 1; at <= 100_000; at++) lines.take(row({ at }), Uint8Array.of(at % 256, 0, 0, 0));
  expect(lines.length).toBe(3);
  expect([0, 1, 2, 3].map((nth) => lines.at(nth)?.row.at)).toEqual([100_000, 99_999, 99_998, undefined]);
});

test("a line is the loudest of its rows, place by place", () => {
  const lines = createPictureLines(10);
  lines.setPace(3);
  const ended = [
    [1, 9, 0, 0],
    [5, 2, 0, 0],
    [3, 3, 7, 0],
    [8, 8, 8, 8],
  ].map((levels) => lines.take(row(), Uint8Array.from(levels)));
  expect(ended).toEqual([false, false, true, false]);
  expect([...lines.at(0)!.levels]).toEqual([5, 9, 7, 0]);
});

test("rows of another stretch do not mix into one line", () => {
  const lines = createPictureLines(10);
  lines.setPace(2);
  lines.take(row(), Uint8Array.of(200, 200, 200, 200));
  lines.take(row({ lowHz: 7_000_000 }), Uint8Array.of(1, 1, 1, 1));
  lines.take(row({ lowHz: 7_000_000 }), Uint8Array.of(2, 1, 1, 1));
  expect(lines.length).toBe(1);
  expect([...lines.at(0)!.levels]).toEqual([2, 1, 1, 1]);
});

test("every place in sight is in a column, and every column in sight has a place", () => {
  fc.assert(
    fc.property(
      fc.record({ bytes: fc.integer({ min: 4, max: 400 }), placeHz: fc.double({ min: 0.5, max: 100, noNaN: true }) }),
      fc.integer({ min: 1, max: 300 }),
      fc.double({ min: 0, max: 0.9, noNaN: true }),
      fc.double({ min: 0.05, max: 1, noNaN: true }),
      ({ bytes, placeHz }, columns, from, part) => {
        const lowHz = 1000;
        const wide = bytes * placeHz;
        const view = { lowHz: lowHz + from * wide, highHz: lowHz + from * wide + part * wide };
        const places = placesOfColumns({ lowHz, placeHz, bytes }, view, columns);
        let last = -1;
        for (let column = 0; column < columns; column++) {
          const [first, next] = [places[column * 2]!, places[column * 2 + 1]!];
          if (first < 0) continue;
          expect(next).toBeGreaterThan(first);
          expect(next).toBeLessThanOrEqual(bytes);
          // None is left out between one column and the next.
          if (last >= 0) expect(first).toBeLessThanOrEqual(last);
          last = next;
        }
        const middle = Math.round((view.lowHz + (view.highHz - view.lowHz) / 2 - lowHz) / placeHz);
        if (middle < bytes) expect(places.some((place) => place >= 0)).toBe(true);
      },
    ),
  );
});

test("what lies beyond what is heard has no place", () => {
  const places = placesOfColumns({ lowHz: 1000, placeHz: 10, bytes: 10 }, { lowHz: 900, highHz: 1200 }, 3);
  expect([...places]).toEqual([-1, -1, 0, 10, -1, -1]);
});

test("the loudest of some places", () => {
  expect(loudestOf([1, 9, 4, 20], 0, 3)).toBe(9);
  expect(loudestOf([1, 9, 4, 20], 3, 4)).toBe(20);
});
