import {
  afterLogging,
  contactFrom,
  type Draft,
  EMPTY_DRAFT,
  emptied,
  isEmpty,
  radioChangeFrom,
  withHeldTurned,
  withValue,
} from "./draft";

const NOW = "2026-11-23T21:40:07Z";
const radio = { frequencyHz: 21_025_300, band: "15m", mode: "CW", submode: null };

test("Enter logs what is typed, and what is offered where nothing is typed", () => {
  const draft = {
    ...EMPTY_DRAFT,
    call: "OY4QSA",
    name: "S.",
    reportReceived: "579",
    startedAt: "2026-11-23T21:39:00Z",
  };
  expect(contactFrom(draft, { name: "Sunnva", grid: "IP62qf" }, radio, NOW).input).toMatchObject({
    call: "OY4QSA",
    startedAt: "2026-11-23T21:39:00Z",
    endedAt: NOW,
    name: "S.",
    grid: "IP62qf",
    reportSent: "599",
    reportReceived: "579",
    place: null,
  });
});

test.each([
  ["7012.5", { frequencyHz: 7_012_500, band: "40m" }],
  ["20m", { band: "20m", frequencyHz: null }],
  ["ssb", { mode: "SSB", submode: null }],
  ["ft4", { mode: "MFSK", submode: "FT4" }],
  ["OY4QSA", null],
  ["14900", null],
  ["", null],
])("%s in the call field changes the radio: %j", (text, change) => {
  expect(radioChangeFrom(text)).toEqual(change);
});

test("an empty draft is empty", () => {
  expect(isEmpty(EMPTY_DRAFT)).toBe(true);
  expect(isEmpty({ ...EMPTY_DRAFT, comment: "x" })).toBe(false);
});

test("what is held stays for the next contact, and a held serial counts on", () => {
  let draft: Draft = {
    ...EMPTY_DRAFT,
    call: "OY4QSA",
    comment: "from the hill",
    past: { day: "2026-11-20", clock: "10:00" },
  };
  for (const [key, value] of [
    ["serialSent", "009"],
    ["power", "5"],
    ["notes", "loud"],
  ] as const)
    draft = withValue(draft, key, value);
  for (const key of ["comment", "serialSent", "power"]) draft = withHeldTurned(draft, key);
  const next = afterLogging(draft);
  expect(next).toMatchObject({
    call: "",
    comment: "from the hill",
    more: { serialSent: "010", power: "5" },
    past: { day: "2026-11-20", clock: "10:00" },
  });
  expect(emptied(draft).more).toEqual({ serialSent: "009", power: "5" });
  expect(isEmpty(next)).toBe(true);
});

test("the unfolded part is read, and what is wrong in it is said", () => {
  let draft: Draft = { ...EMPTY_DRAFT, call: "OY4QSA", past: { day: "2026-11-20", clock: "10:00" } };
  for (const [key, value] of [
    ["frequencyReceivedHz", "21 030,5"],
    ["MY_RIG", "homemade"],
    ["cqZone", "far"],
  ] as const)
    draft = withValue(draft, key, value);
  const { input, faults } = contactFrom(draft, {}, radio, NOW);
  expect(input).toMatchObject({
    startedAt: "2026-11-20T10:00:00Z",
    endedAt: "2026-11-20T10:00:00Z",
    frequencyReceivedHz: 21_030_500,
    extra: [{ name: "MY_RIG", value: "homemade" }],
  });
  expect(faults).toEqual([{ field: "cqZone", text: '"far" is no whole number' }]);
});
