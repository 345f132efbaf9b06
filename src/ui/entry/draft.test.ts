import { contactFrom, EMPTY_DRAFT, isEmpty, radioChangeFrom } from "./draft";

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
  expect(contactFrom(draft, { name: "Sunnva", grid: "IP62qf" }, radio, NOW)).toMatchObject({
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
