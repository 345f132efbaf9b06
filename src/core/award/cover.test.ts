import fc from "fast-check";
import { cheapestCover, type Coverer } from "./cover";

const coverer = fc.record({
  cost: fc.constantFrom(0, 12, 12, 12, 50),
  covers: fc.uniqueArray(fc.nat(7), { maxLength: 4 }),
});
const covered = (all: readonly Coverer[], chosen: readonly number[]) =>
  new Set(chosen.flatMap((at) => all[at]!.covers));

/** The cheapest cover by going through all choices. */
function bruteForce(all: readonly Coverer[]): number {
  const most = covered(
    all,
    all.map((_, at) => at),
  ).size;
  let least = Infinity;
  for (let choice = 0; choice < 2 ** all.length; choice++) {
    const chosen = all.flatMap((_, at) => ((choice >> at) & 1 ? [at] : []));
    if (all.some(({ forced }, at) => forced === true && !chosen.includes(at))) continue;
    if (covered(all, chosen).size === most)
      least = Math.min(
        least,
        chosen.reduce((sum, at) => sum + all[at]!.cost, 0),
      );
  }
  return least;
}

test("of few it is the cheapest that there is, and proven to be", () => {
  fc.assert(
    fc.property(fc.array(coverer, { maxLength: 9 }), fc.array(fc.nat(8), { maxLength: 2 }), (some, forced) => {
      const all = some.map((one, at) => ({ ...one, forced: forced.includes(at) }));
      const { chosen, cost, bound } = cheapestCover(all);
      expect(covered(all, chosen)).toEqual(new Set(all.flatMap(({ covers }) => covers)));
      expect(cost).toBe(bruteForce(all));
      expect(bound).toBe(cost);
    }),
    { numRuns: 400 },
  );
});

test("of equals those that come first are chosen, and nothing that is not needed", () => {
  expect(
    cheapestCover([
      { cost: 5, covers: [1] },
      { cost: 5, covers: [1] },
    ]).chosen,
  ).toEqual([0]);
  const all = [
    { cost: 5, covers: [1] },
    { cost: 5, covers: [1, 2] },
    { cost: 5, covers: [2, 1] },
    { cost: 9, covers: [] },
  ];
  expect(cheapestCover(all)).toEqual({ chosen: [1], cost: 5, bound: 5 });
  expect(cheapestCover([{ cost: 9, covers: [], forced: true }, ...all])).toEqual({
    chosen: [0, 2],
    cost: 14,
    bound: 14,
  });
  expect(cheapestCover([])).toEqual({ chosen: [], cost: 0, bound: 0 });
});

/** Contacts as a log has them: each with an entity on a band in a mode, of which all three are to be covered. */
function log(contacts: number, seed: number): Coverer[] {
  let state = seed;
  const next = (below: number) => ((state = (Math.imul(state, 1103515245) + 12345) & 0x7fffffff) >> 8) % below;
  return Array.from({ length: contacts }, () => {
    const entity = Math.floor((next(1000) / 1000) ** 2 * 200);
    const [band, mode, zone] = [next(10), next(3), entity % 40];
    const covers = [entity * 20, entity * 20 + 1 + band, entity * 20 + 15 + mode, 10_000 + zone];
    return { cost: next(5) === 0 ? 62 : 12, covers };
  });
}

test.each([
  [300, 1],
  [3000, 2],
  [3000, 3],
])("of %i contacts it costs at most a twentieth more than the bound that is proven", (contacts, seed) => {
  const all = log(contacts, seed);
  const { chosen, cost, bound } = cheapestCover(all);
  expect(covered(all, chosen)).toEqual(new Set(all.flatMap(({ covers }) => covers)));
  expect(cost).toBeLessThanOrEqual(1.05 * bound);
  const times = new Map<number, number>();
  for (const at of chosen) for (const thing of all[at]!.covers) times.set(thing, (times.get(thing) ?? 0) + 1);
  for (const at of chosen) expect(all[at]!.covers.some((thing) => times.get(thing) === 1)).toBe(true);
});
