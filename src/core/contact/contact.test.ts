import fc from "fast-check";
import {
  checkContact,
  compareContacts,
  completeContact,
  CONFIRM_TOLERANCE,
  contactDoubts,
  findTwin,
  type MadeAs,
  madeAlike,
  isoTime,
  secondsOf,
} from ".";

const NOW = secondsOf("2026-11-23T21:40:07Z");
const GOOD = { call: "oy4qsa", startedAt: "2026-11-23T21:38:00Z", frequencyHz: 21_025_300, mode: "CW" };

function faultsOf(change: object): string[] {
  const checked = checkContact({ ...GOOD, ...change }, NOW);
  return checked.ok ? [] : checked.faults.map(({ field, text }) => `${field}: ${text}`);
}

test("a contact is checked, cleaned and completed", () => {
  const checked = checkContact({ ...GOOD, grid: "ip62QF", name: " Sunnva " }, NOW);
  if (!checked.ok) throw new Error(checked.faults[0]?.text);
  expect(checked.value).toMatchObject({
    call: "OY4QSA",
    band: "15m",
    grid: "IP62qf",
    name: "Sunnva",
    endedAt: GOOD.startedAt,
  });
  expect(completeContact(checked.value)).toMatchObject({
    baseCall: "OY4QSA",
    modeGroup: "CW",
    entityCode: 222,
    continent: "EU",
    cqZone: 14,
    ituZone: 18,
  });
});

test.each([
  [{ call: "CX3" }, 'call: "CX3" ends in a digit'],
  [{ frequencyHz: 14_900_000 }, "frequencyHz: 14.9 MHz lies in no amateur band"],
  [{ startedAt: "2027-01-01T00:00:00Z" }, "startedAt: 2027-01-01T00:00:00Z is in the future"],
  [{ startedAt: "yesterday" }, "startedAt: a time is written like"],
  [{ startedAt: "1850-01-01T00:00:00Z" }, "before there were amateur contacts"],
  [{ band: "20m" }, "band: 21.0253 MHz is in 15m, and the band says 20m"],
  [{ band: "11 yards" }, "is no band"],
  [{ frequencyHz: null }, "neither band nor frequency"],
  [{ mode: "" }, "the mode is missing"],
  [{ grid: "ZZ99" }, "grid: "],
  [{ endedAt: "2026-11-23T21:00:00Z" }, "it ends before it begins"],
  [{ colour: "red" }, "there is no field colour"],
])("%j is refused with the field and the mend", (change, text) => {
  expect(faultsOf(change).join("; ")).toContain(text);
});

test("a submode given as the mode finds its mode", () => {
  const checked = checkContact({ ...GOOD, mode: "USB" }, NOW);
  expect(checked.ok && [checked.value.mode, checked.value.submode]).toEqual(["SSB", "USB"]);
});

test("all that is wrong is said at once, a call that is none among it", () => {
  const checked = checkContact({ ...GOOD, call: "CX3", frequencyHz: 14_900_000 }, NOW);
  expect(checked.ok ? [] : checked.faults.map(({ field }) => field)).toEqual(["call", "frequencyHz"]);
});

test("oddities are doubted, not refused", () => {
  expect(
    contactDoubts({ mode: "WHISTLING", submode: null, reportSent: null, reportReceived: null })[0]?.text,
  ).toContain("no mode of the standard");
  expect(contactDoubts({ mode: "CW", submode: null, reportSent: "77", reportReceived: "599" })).toHaveLength(1);
});

const facts = { baseCall: "OY4QSA", band: "15m", modeGroup: "CW" as const, startedAt: NOW };

test("accounts of a contact are exact, close or different, and by how much", () => {
  expect(compareContacts(facts, { ...facts, startedAt: NOW + 30 }, CONFIRM_TOLERANCE)).toEqual({ kind: "exact" });
  expect(compareContacts(facts, { ...facts, startedAt: NOW + 600 }, CONFIRM_TOLERANCE)).toEqual({
    kind: "close",
    apart: 600,
  });
  expect(compareContacts(facts, { ...facts, band: "20m", startedAt: NOW - 3600 }, CONFIRM_TOLERANCE)).toEqual({
    kind: "different",
    by: ["band", "time"],
    apart: -3600,
  });
});

test.each<[string, Partial<MadeAs>, Partial<MadeAs>, boolean]>([
  ["FT8, then FT4", { mode: "FT8" }, { mode: "MFSK", submode: "FT4" }, false],
  ["two submodes", { mode: "MFSK", submode: "FT4" }, { mode: "MFSK", submode: "FT2" }, false],
  ["a submode that was not said", { mode: "MFSK", submode: "FT4" }, { mode: "MFSK" }, true],
  ["data, as contest logs have it", { mode: "DATA" }, { mode: "RTTY" }, true],
  ["two sidebands", { mode: "SSB", submode: "USB" }, { mode: "SSB", submode: "LSB" }, true],
  ["voice and voice", { mode: "SSB" }, { mode: "FM" }, true],
  ["two calls of ours", { ownCall: "CX3QUA" }, { ownCall: "CX3QUA/P" }, false],
  ["a call that was not said", { ownCall: "CX3QUA" }, {}, true],
  ["both sides of a grid line", { ownGrid: "GF35" }, { ownGrid: "GF25" }, false],
  ["a grid within the other", { ownGrid: "GF35" }, { ownGrid: "gf35co" }, true],
  ["a grid that was not said", { ownGrid: "GF35co" }, {}, true],
])("two entries can be one contact: %s", (_, one, other, alike) => {
  const made = { mode: "CW", submode: null, ownCall: null, ownGrid: null };
  expect(madeAlike({ ...made, ...one }, { ...made, ...other })).toBe(alike);
  expect(madeAlike({ ...made, ...other }, { ...made, ...one })).toBe(alike);
});

test("the twin is the nearest in time", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -4000, max: 4000 }), { maxLength: 8 }), (offsets) => {
      const candidates = offsets.map((offset) => ({ ...facts, startedAt: NOW + offset }));
      const twin = findTwin(facts, candidates, CONFIRM_TOLERANCE);
      const near = offsets.map(Math.abs).filter((offset) => offset <= CONFIRM_TOLERANCE);
      expect(twin === undefined ? undefined : Math.abs(twin.startedAt - NOW)).toBe(
        near.length === 0 ? undefined : Math.min(...near),
      );
    }),
  );
});

test("times go to seconds and back", () => {
  fc.assert(fc.property(fc.integer({ min: -2e9, max: 4e9 }), (seconds) => secondsOf(isoTime(seconds)) === seconds));
});
