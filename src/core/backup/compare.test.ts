import fc from "fast-check";
import { compareWithBackup, type Standing } from "./compare";

const contact = (id: number, call: string, more: Partial<Standing> = {}): Standing => ({
  ...{ id, call, logbookId: 1, startedAt: 1000 * id, band: "20m", mode: "CW", revision: 1 },
  ...more,
});
const calls = (some: readonly Standing[]) => some.map(({ call }) => call);

test("what was logged, deleted and changed since a backup is told apart", () => {
  const then = [contact(1, "OY4QSA"), contact(2, "DL1QTA"), contact(3, "JA3QRM"), contact(4, "LU3QSC")];
  const now = [
    contact(1, "OY4QSA"),
    contact(2, "DL1QTA", { revision: 2 }),
    // A call that was corrected is the same contact, and not a new one beside one that is lost.
    contact(3, "JA3QRN", { revision: 2 }),
    contact(5, "W2QUB"),
  ];
  const { onlyNow, onlyThen, changed } = compareWithBackup(then, now);
  expect([calls(onlyNow), calls(onlyThen), calls(changed)]).toEqual([["W2QUB"], ["LU3QSC"], ["DL1QTA", "JA3QRN"]]);
});

test("a number that was given again after going back means another contact; what came again under another one is known", () => {
  const then = [contact(1, "OY4QSA"), contact(2, "DL1QTA"), contact(3, "JA3QRM", { startedAt: 77 })];
  const now = [contact(1, "OY4QSA"), contact(2, "W2QUB", { startedAt: 9 }), contact(9, "JA3QRM", { startedAt: 77 })];
  const { onlyNow, onlyThen, changed } = compareWithBackup(then, now);
  expect([calls(onlyNow), calls(onlyThen), calls(changed)]).toEqual([["W2QUB"], ["DL1QTA"], []]);
  // A contact that was moved to another logbook is missing there.
  expect(calls(compareWithBackup(then, [contact(1, "OY4QSA", { logbookId: 2 })]).onlyNow)).toEqual(["OY4QSA"]);
});

const standing = fc.record({
  id: fc.integer({ min: 1, max: 12 }),
  logbookId: fc.integer({ min: 1, max: 2 }),
  call: fc.constantFrom("OY4QSA", "DL1QTA", "W2QUB"),
  startedAt: fc.integer({ min: 0, max: 3 }),
  band: fc.constantFrom("20m", "40m"),
  mode: fc.constant("CW"),
  revision: fc.integer({ min: 1, max: 2 }),
});
const log = fc.uniqueArray(standing, { selector: ({ id }) => id, maxLength: 12 });

test("every contact is on one side, or on both: taking over what is only now leaves nothing missing", () => {
  fc.assert(
    fc.property(log, log, (then, now) => {
      const { onlyNow, onlyThen, changed } = compareWithBackup(then, now);
      expect(now.length - onlyNow.length).toBe(then.length - onlyThen.length);
      expect(new Set([...onlyNow, ...changed]).size).toBe(onlyNow.length + changed.length);
      const numbered = [...then, ...onlyNow.map((one, at) => ({ ...one, id: 100 + at }))];
      expect(compareWithBackup(numbered, now).onlyNow).toEqual([]);
      expect(compareWithBackup(now, now)).toEqual({ onlyNow: [], onlyThen: [], changed: [] });
    }),
  );
});
