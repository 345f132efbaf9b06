import { isoTime, secondsOf } from "../contact";
import { belongsTo } from ".";

const ENTRY = {
  logbookId: 1,
  tag: "OMBU-ZONE",
  period: { from: "2026-11-28T00:00:00Z", to: "2026-11-30T00:00:00Z" },
};
const at = (iso: string, change: object = {}) =>
  belongsTo(ENTRY, { logbookId: 1, contestId: "OMBU-ZONE", startedAt: secondsOf(iso), ...change });

test.each([
  ["2026-11-26T23:59:59Z", false],
  ["2026-11-27T00:00:00Z", true],
  ["2026-11-29T12:00:00Z", true],
  ["2026-11-30T23:59:59Z", true],
  ["2026-12-01T00:00:00Z", false],
])("a contact at %s belongs to an entry of the 28th and 29th: %s", (iso, belongs) => {
  expect(at(iso)).toBe(belongs);
});

test("a contact of another logbook, contest or none does not belong to it", () => {
  const within = isoTime(secondsOf(ENTRY.period.from));
  expect(at(within, { logbookId: 2 })).toBe(false);
  expect(at(within, { contestId: "FIRST-WIRE" })).toBe(false);
  expect(at(within, { contestId: null })).toBe(false);
});
