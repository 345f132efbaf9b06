import fc from "fast-check";
import { coverageOf, findSigners, type IdentityFacts, identityState, isUnsaved } from "./identity";

const NOW = "2026-11-27T12:00:00Z";
const identity = (facts: Partial<IdentityFacts> = {}): IdentityFacts => ({
  id: 1,
  service: "lantern",
  call: "CX3QUA",
  from: "2022-05-01",
  to: null,
  handedAt: "2026-01-01T00:00:00Z",
  validFrom: "2026-01-03T00:00:00Z",
  validTo: "2029-01-03T00:00:00Z",
  refused: null,
  replacedBy: null,
  hasKey: true,
  ...facts,
});
const waiting = { validFrom: null, validTo: null };

test.each([
  ["asked", { ...waiting, handedAt: null }],
  ["sponsors", waiting],
  ["refused", { ...waiting, refused: "nobody knows you" }],
  ["keyless", { ...waiting, hasKey: false }],
  ["early", { validFrom: "2026-11-27T12:00:01Z" }],
  ["ready", {}],
  ["ready", { validTo: "2027-01-26T12:00:00Z" }],
  ["soon", { validTo: "2027-01-26T11:59:59Z" }],
  ["ended", { validTo: NOW }],
  ["ended", { validTo: NOW, hasKey: false }],
  ["keyless", { hasKey: false }],
  ["replaced", { replacedBy: 2 }],
] as const)("an identity is %s", (state, facts) => {
  expect(identityState(identity(facts), NOW)).toBe(state);
});

test("what is in use and was never saved is told so, and what is over, or has no key, is not", () => {
  const unsaved = (facts: Partial<IdentityFacts>, savedAt: string | null = null) =>
    isUnsaved({ ...identity(facts), savedAt }, NOW);
  expect([unsaved({}), unsaved({ validTo: "2026-12-24T00:00:00Z" })]).toEqual([true, true]);
  expect([unsaved({}, NOW), unsaved({ hasKey: false }), unsaved({ replacedBy: 2 }), unsaved(waiting)]).toEqual([
    false,
    false,
    false,
    false,
  ]);
});

describe("who signs", () => {
  const signer = (identities: IdentityFacts[], call = "CX3QUA", at = "2024-05-04T10:00:00Z") =>
    findSigners(identities, "lantern", NOW)(call, at);

  test("the first and the last day are of it, the days beside them are not", () => {
    const one = identity({ to: "2023-04-05" });
    const signs = (at: string) => signer([one], "CX3QUA", at).identity !== null;
    expect(["2022-05-01T00:00:00Z", "2023-04-05T23:59:59Z"].map(signs)).toEqual([true, true]);
    expect(["2022-04-30T23:59:59Z", "2023-04-06T00:00:00Z"].map(signs)).toEqual([false, false]);
  });

  test("of several the one that is valid longest, and none that is replaced or of another service", () => {
    const old = identity({ id: 1, validTo: "2027-06-01T00:00:00Z" });
    const young = identity({ id: 2 });
    expect(signer([old, young]).identity).toBe(young);
    expect(signer([old, { ...young, replacedBy: 3 }]).identity).toBe(old);
    expect(findSigners([young], "tideline", NOW)("CX3QUA", NOW).identity).toBeNull();
  });

  test.each([
    ["there is no identity of LU/CX3QUA", true, [identity()], "LU/CX3QUA"],
    ["the identity of CX3QUA signs from 2025-01-01 on", true, [identity({ from: "2025-01-01" })], "CX3QUA"],
    ["the identity of CX3QUA signs until 2023-01-01", true, [identity({ to: "2023-01-01" })], "CX3QUA"],
    ["the identity of CX3QUA waits for its sponsors", false, [identity(waiting)], "CX3QUA"],
    [
      "the identity of CX3QUA was asked for and is not handed in",
      false,
      [identity({ ...waiting, handedAt: null })],
      "CX3QUA",
    ],
    ["the identity of CX3QUA has ended", true, [identity({ validTo: NOW })], "CX3QUA"],
    ["the identity of CX3QUA was refused", true, [identity({ ...waiting, refused: "no" })], "CX3QUA"],
  ])("nobody, since %s", (why, asks, identities, call) => {
    expect(signer(identities, call)).toMatchObject({ identity: null, why, asks });
  });

  test("a wider one that is on its way is told before a narrower one that is ready", () => {
    const wide = identity({ id: 2, from: "2020-01-01", ...waiting });
    expect(signer([identity({ from: "2025-01-01" }), wide])).toMatchObject({
      why: "the identity of CX3QUA waits for its sponsors",
    });
  });
});

describe("coverage", () => {
  const days = [
    { call: "CX3QUA", day: "2022-04-20", count: 9 },
    { call: "CX3QUA", day: "2022-04-30", count: 5 },
    { call: "CX3QUA", day: "2022-05-01", count: 100 },
    { call: "CX8QSB", day: "2021-03-01", count: 40 },
    { call: "LU/CX3QUA", day: "2024-02-01", count: 7 },
  ];

  test("too narrow by 14 contacts: the mend begins with the first of them, and keeps the end", () => {
    const { signs, uncovered } = coverageOf([identity({ to: "2026-01-01" })], "lantern", days.slice(0, 3), NOW);
    expect([...signs]).toEqual([[1, 100]]);
    expect(uncovered).toEqual([
      {
        call: "CX3QUA",
        why: "the identity of CX3QUA signs from 2022-05-01 on",
        count: 14,
        from: "2022-04-20",
        to: "2022-04-30",
        mend: { call: "CX3QUA", from: "2022-04-20", to: "2026-01-01" },
      },
    ]);
  });

  test("what waits for sponsors has no mend but time", () => {
    const { uncovered } = coverageOf(
      [identity({ call: "CX8QSB", from: "2020-01-01", ...waiting })],
      "lantern",
      days,
      NOW,
    );
    expect(uncovered.map(({ call, count, mend }) => [call, count, mend?.from ?? null])).toEqual([
      ["CX3QUA", 114, "2022-04-20"],
      ["CX8QSB", 40, null],
      ["LU/CX3QUA", 7, "2024-02-01"],
    ]);
  });

  const day = fc
    .integer({ min: 0, max: 4000 })
    .map((at) => new Date(Date.UTC(2016, 0, 1 + at)).toISOString().slice(0, 10));
  test("each contact is signed by one, or told once; and an identity with the mend's days signs it", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ call: fc.constantFrom("CX3QUA", "CX8QSB"), day, count: fc.integer({ min: 1, max: 50 }) }),
          { maxLength: 30 },
        ),
        fc.array(fc.record({ from: day, to: fc.option(day), call: fc.constantFrom("CX3QUA", "CX8QSB") }), {
          maxLength: 4,
        }),
        (counts, ranges) => {
          const identities = ranges.map((range, id) => identity({ id, ...range }));
          const { signs, uncovered } = coverageOf(identities, "lantern", counts, NOW);
          const sum = (numbers: Iterable<number>) => [...numbers].reduce((a, b) => a + b, 0);
          const all = sum(counts.map(({ count }) => count));
          expect(sum(signs.values()) + sum(uncovered.map(({ count }) => count))).toBe(all);
          const mended = uncovered.map(({ mend }, at) => identity({ id: 100 + at, ...mend! }));
          expect(coverageOf([...identities, ...mended], "lantern", counts, NOW).uncovered).toEqual([]);
        },
      ),
    );
  });
});
