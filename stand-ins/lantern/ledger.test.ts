import Database from "better-sqlite3";
import { type LedgerCredit, openLedger } from "./ledger";

const NOW = Date.UTC(2026, 10, 28, 6) / 1000;
const HOUR = 10;
const CREDIT: LedgerCredit = {
  ...{ award: "entities", item: "222", on: "20m" },
  ...{ ownCall: "CX3QUA", call: "OY4QSA", startedAt: "2026-11-20T10:00:00Z", band: "20m", mode: "CW" },
};
const signed = { ...CREDIT, shownBy: "signed" as const };
const ledger = () => openLedger(new Database(":memory:"), HOUR);

test("a claim is worked on for days, and decided; the same one again is the same", () => {
  const book = ledger();
  const first = book.claim("r1", [signed], [true], NOW);
  expect(first).toEqual({
    claim: "L1001",
    results: [{ award: "entities", item: "222", on: "20m", answer: "taken", claim: "L1001", reason: null }],
  });
  expect(book.claim("r1", [signed], [true], NOW + 5)).toEqual(first);
  expect(book.after(0, 10, NOW + HOUR).credits).toMatchObject([
    { state: "claimed", day: "2026-11-28", claim: "L1001" },
  ]);
  expect(book.totals(NOW + HOUR)).toEqual([]);
  const decided = book.after(0, 10, NOW + 100 * HOUR).credits[0]!;
  expect(["granted", "refused"]).toContain(decided.state);
  expect(book.totals(NOW + 100 * HOUR)).toHaveLength(decided.state === "granted" ? 1 : 0);
});

test("what another claim has is known, what nobody confirms is refused unless a card shows it", () => {
  const book = ledger();
  book.claim("r1", [signed], [true], NOW);
  expect(book.claim("r2", [signed], [true], NOW).results).toMatchObject([{ answer: "known", claim: "L1001" }]);
  const other = { ...signed, on: "" };
  expect(book.claim("r3", [other], [false], NOW).results).toMatchObject([
    { answer: "refused", reason: "nobody confirms the contact here" },
  ]);
  expect(book.claim("r4", [{ ...other, shownBy: "paper" }], [false], NOW).results).toMatchObject([{ answer: "taken" }]);
});

test("of many contacts some are refused, each with its reason, and can be claimed again with another", () => {
  const book = ledger();
  const many = Array.from({ length: 200 }, (_, at) => ({ ...signed, item: String(at), call: `OY${at % 10}QSA` }));
  book.claim(
    "r1",
    many.map((one, at) => ({ ...one, startedAt: `2026-11-20T10:${String(at % 60).padStart(2, "0")}:00Z` })),
    many.map(() => true),
    NOW,
  );
  book.hurry();
  const { credits, more } = book.after(0, 500, NOW + 1);
  expect(more).toBe(false);
  const refused = credits.filter(({ state }) => state === "refused");
  expect(refused.length).toBeGreaterThan(0);
  expect(refused.length).toBeLessThan(40);
  expect(credits.every(({ state, reason }) => (state === "refused") === (reason !== null))).toBe(true);
  expect(credits.every(({ day }) => day === "2026-11-28")).toBe(true);
  const again = { ...many[Number(refused[0]!.item)]!, call: "OY9QTH" };
  expect(book.claim("r2", [again], [true], NOW + 2).results).toMatchObject([{ answer: "taken", claim: "L1002" }]);
});

test("what was decided long ago is entered, and all is given page by page", () => {
  const book = ledger();
  for (const on of ["", "20m", "CW"])
    book.enter({ ...CREDIT, on }, { state: "granted", reason: null, day: "2019-01-20", claim: null });
  expect(book.after(0, 2, NOW)).toMatchObject({ credits: [{ id: "C1", on: "" }, { id: "C2" }], cursor: 2, more: true });
  expect(book.after(2, 2, NOW)).toMatchObject({
    credits: [{ id: "C3", on: "CW", claim: null }],
    cursor: 3,
    more: false,
  });
  expect(book.totals(NOW)).toHaveLength(3);
});
