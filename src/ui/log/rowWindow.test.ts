import fc from "fast-check";
import type { StoredContact } from "@/core/contract";
import {
  EMPTY_WINDOW,
  missingPages,
  PAGE,
  type RowWindow,
  withAdded,
  withChanged,
  withPage,
  withRemoved,
} from "./rowWindow";

const contact = (id: number, minute: number) =>
  ({ id, startedAt: new Date(Date.UTC(2026, 0, 1, 0, minute)).toISOString() }) as StoredContact;
const sorted = (contacts: StoredContact[]) =>
  [...contacts].sort((a, b) => (a.startedAt < b.startedAt ? 1 : a.startedAt > b.startedAt ? -1 : b.id - a.id));
const full = (contacts: StoredContact[]): RowWindow => withPage(EMPTY_WINDOW, 0, sorted(contacts), contacts.length);
const minutes = fc.array(fc.nat(500), { maxLength: 30 });

test("adding to a loaded window puts each contact where the server would", () => {
  fc.assert(
    fc.property(minutes, fc.nat(500), (have, minute) => {
      const contacts = have.map((at, index) => contact(index + 1, at));
      const added = contact(1000, minute);
      expect(withAdded(full(contacts), added)?.rows).toEqual(sorted([...contacts, added]));
    }),
  );
});

test("adding the same contact twice changes nothing, removing it gives back what was", () => {
  const window = full([contact(1, 10), contact(2, 20)]);
  const more = withAdded(window, contact(3, 15))!;
  expect(withAdded(more, contact(3, 15))).toBe(more);
  expect(withRemoved(more, 3)).toEqual(window);
});

test("what lies beside rows that are not loaded must be loaded anew", () => {
  const top = withPage(
    EMPTY_WINDOW,
    0,
    Array.from({ length: PAGE }, (_, index) => contact(1000 - index, 1000 - index)),
    5000,
  );
  expect(withAdded(top, contact(2000, 2000))?.total).toBe(5001);
  expect(withAdded(top, contact(2000, 1))).toBeNull();
  expect(withRemoved(top, 1)).toBeNull();
  expect(missingPages(top, 150, 450)).toEqual([1, 2]);
});

test("a changed contact is replaced, and loaded anew when its time moved", () => {
  const window = full([contact(1, 10), contact(2, 20)]);
  expect(withChanged(window, { ...contact(1, 10), comment: "new" })?.rows[1]).toMatchObject({ comment: "new" });
  expect(withChanged(window, contact(1, 11))).toBeNull();
  expect(withChanged(window, contact(9, 11))).toBe(window);
});

test("a page of a list whose length changed forgets what was loaded", () => {
  const window = full([contact(1, 10), contact(2, 20)]);
  expect(withPage(window, 0, [contact(3, 30), contact(2, 20), contact(1, 10)], 3).rows.map((row) => row?.id)).toEqual([
    3, 2, 1,
  ]);
});
