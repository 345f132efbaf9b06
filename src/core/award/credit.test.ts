import fc from "fast-check";
import { type Credit, creditFrom, creditKey, furtherCredits, withCredits } from ".";

const credits = fc.uniqueArray(
  fc.record({
    award: fc.constantFrom("entities", "mine"),
    item: fc.constantFrom("222", "230"),
    on: fc.constantFrom("", "20m"),
    state: fc.constantFrom("claimed" as const, "granted" as const, "refused" as const),
    day: fc.constant(null),
    claim: fc.constantFrom(null, "7001"),
    source: fc.constant("hand"),
    reason: fc.constant(null),
  }),
  { selector: creditKey },
);
const stateOf = (all: readonly Credit[], one: Credit) =>
  all.find((credit) => creditKey(credit) === creditKey(one))?.state;
const ORDER = [undefined, "refused", "claimed", "granted"];

test("two accounts of a contact have each credit once, as far as the further of them has it; ours stays where both are as far", () => {
  fc.assert(
    fc.property(credits, credits, (ours, theirs) => {
      const both = furtherCredits(ours, theirs);
      expect(new Set(both.map(creditKey)).size).toBe(both.length);
      expect(new Set(both.map(creditKey))).toEqual(new Set([...ours, ...theirs].map(creditKey)));
      for (const credit of both) {
        const [own, other] = [stateOf(ours, credit), stateOf(theirs, credit)];
        const isOther = ORDER.indexOf(other) > ORDER.indexOf(own);
        expect(isOther ? theirs : ours).toContain(credit);
      }
    }),
  );
});

test("what is set stands in place of what was", () => {
  fc.assert(
    fc.property(credits, credits, (before, set) => {
      const after = withCredits(before, set);
      expect(after.filter((credit) => stateOf(set, credit) !== undefined).sort(byKey)).toEqual([...set].sort(byKey));
      expect(new Set(after.map(creditKey))).toEqual(new Set([...before, ...set].map(creditKey)));
    }),
  );
});

const byKey = (a: Credit, b: Credit) => creditKey(a).localeCompare(creditKey(b));

test("what an account says holds, but it does not take back what somebody else granted", () => {
  const credit: Credit = {
    ...{ award: "entities", item: "222", on: "20m", state: "claimed", day: "2026-11-28", claim: "7001" },
    ...{ source: "hand", reason: null },
  };
  const theirs: Credit = { ...credit, source: "lantern", state: "refused", reason: "no band on the card" };
  expect(creditFrom(undefined, theirs)).toBe(theirs);
  expect(creditFrom(credit, theirs)).toBe(theirs);
  const byHand: Credit = { ...credit, state: "granted" };
  expect(creditFrom(byHand, theirs)).toBe(byHand);
  expect(creditFrom(byHand, { ...theirs, state: "granted" }).source).toBe("lantern");
  // What it granted itself it may take back.
  expect(creditFrom({ ...byHand, source: "lantern" }, theirs)).toBe(theirs);
});
