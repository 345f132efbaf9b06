import { moved, NO_PLACES, type Places, stayed } from "./places";

const after = (...hertz: number[]) => hertz.reduce(stayed, NO_PLACES);
const here = ({ visited, at }: Places) => visited[at];

test("one goes back through the places where one stayed, and forth again", () => {
  const places = after(14_025_000, 7_010_000, 21_030_000);
  const back = moved(places, -1)!;
  expect(here(back)).toBe(7_010_000);
  expect(here(moved(back, -1)!)).toBe(14_025_000);
  expect(moved(moved(back, -1)!, -1)).toBeNull();
  expect(here(moved(back, 1)!)).toBe(21_030_000);
  expect(moved(places, 1)).toBeNull();
  expect(moved(NO_PLACES, -1)).toBeNull();
});

test("to stay where one came back to changes nothing, to go elsewhere forgets what came after", () => {
  const back = moved(after(14_025_000, 7_010_000, 21_030_000), -1)!;
  expect(stayed(back, 7_010_060)).toBe(back);
  expect(stayed(back, 3_520_000).visited).toEqual([14_025_000, 7_010_000, 3_520_000]);
});

test("so many are kept, the last ones", () => {
  const many = after(...Array.from({ length: 60 }, (_, index) => 14_000_000 + index * 1000));
  expect(many.visited).toHaveLength(40);
  expect(here(many)).toBe(14_059_000);
});
