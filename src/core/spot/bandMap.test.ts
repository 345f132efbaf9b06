import fc from "fast-check";
import { type Label, labelsFor, type LabelRoom, type Named } from "./bandMap";

const room: LabelRoom = { length: 600, size: 20 };
const marks = fc.array(
  fc.record({
    at: fc.double({ min: -50, max: 650, noNaN: true }),
    rank: fc.integer({ min: -1, max: 20 }),
    farthest: fc.integer({ min: 10, max: 200 }),
  }),
  { maxLength: 120 },
);
const marked = (at: number, farthest = 120): Named => ({ at, rank: 1, farthest });
const places = (labels: readonly Label<Named>[]) => labels.map(({ at }) => at);

test("no name covers another, all stand along the line in the order of their places, and none is far from its own", () => {
  fc.assert(
    fc.property(marks, (some) => {
      const labels = labelsFor(some, room);
      labels.forEach(({ mark, at }, index) => {
        const before = labels[index - 1];
        if (before !== undefined) {
          expect(at - before.at).toBeGreaterThanOrEqual(room.size - 1e-6);
          expect(mark.at).toBeGreaterThanOrEqual(before.mark.at);
        }
        expect(at).toBeGreaterThanOrEqual(room.size / 2 - 1e-6);
        expect(at).toBeLessThanOrEqual(room.length - room.size / 2 + 1e-6);
        expect(Math.abs(at - mark.at)).toBeLessThanOrEqual(mark.farthest);
      });
      expect(new Set(labels.map(({ mark }) => mark)).size).toBe(labels.length);
    }),
  );
});

test("the one of the highest rank is always named", () => {
  fc.assert(
    fc.property(marks, (some) => {
      const inside = some.filter(({ at }) => at >= 0 && at <= room.length);
      const labels = labelsFor(some, room);
      if (inside.length === 0) return expect(labels).toEqual([]);
      const best = Math.max(...inside.map(({ rank }) => rank));
      expect(labels.some(({ mark }) => mark.rank === best)).toBe(true);
    }),
  );
});

test("where all have room each stands at its place", () => {
  const apart = [30, 100, 101 + 20, 500].map((at) => marked(at));
  expect(places(labelsFor(apart, room))).toEqual([30, 100, 121, 500]);
});

test("what is crowded is spread about its middle, within the line", () => {
  const crowd = [300, 302, 304].map((at) => marked(at));
  expect(places(labelsFor(crowd, room))).toEqual([282, 302, 322]);
  const atEnd = [0, 2].map((at) => marked(at));
  expect(places(labelsFor(atEnd, room))).toEqual([10, 30]);
});

test("the squares of the ways are least: no single name, moved within its room, stands nearer", () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 100, max: 500, noNaN: true }), { minLength: 2, maxLength: 8 }), (some) => {
      const labels = labelsFor(
        some.map((at) => marked(at, 1000)),
        room,
      );
      const ways = (at: readonly number[]) =>
        at.reduce((sum, one, index) => sum + (one - labels[index]!.mark.at) ** 2, 0);
      const found = places(labels);
      // Runs that touch may be moved together: from each name on, or up to each name, by a little.
      for (const by of [-0.5, 0.5])
        for (let from = 0; from < found.length; from++)
          for (let to = from + 1; to <= found.length; to++) {
            const moved = found.map((at, index) => (index >= from && index < to ? at + by : at));
            const isAllowed = moved.every((at, index) => index === 0 || at - moved[index - 1]! >= room.size - 1e-9);
            if (isAllowed) expect(ways(moved)).toBeGreaterThanOrEqual(ways(found) - 1e-6);
          }
    }),
  );
});

test("of too many those of higher rank are named", () => {
  const many = Array.from({ length: 100 }, (_, index) => ({ ...marked(300), rank: index }));
  const labels = labelsFor(many, room);
  // One at its place, and six on each side of it: the next would be farther than 120 away.
  expect(labels).toHaveLength(13);
  expect(Math.min(...labels.map(({ mark }) => mark.rank))).toBe(87);
});

test("what may stand near its place alone does not push the others away", () => {
  const wanted = marked(300);
  const others = [301, 302, 303, 304, 305].map((at) => ({ at, rank: 0, farthest: 15 }));
  const labels = labelsFor([...others, wanted], room);
  expect(labels.map(({ mark, at }) => [mark.at, at])).toEqual([
    [300, 290.5],
    [301, 310.5],
  ]);
});
