import { dialOf, modeAtDial } from "./dials";
import fc from "fast-check";
import {
  bandLabel,
  bandOfFrequency,
  BANDS,
  compareBands,
  defaultReport,
  formatFrequency,
  MODES,
  modeGroup,
  parseFrequency,
  parseMode,
  reportFault,
} from ".";

test("every band's edges lie in it, and what lies between bands in none", () => {
  for (const band of BANDS) {
    expect(bandOfFrequency(band.lowHz)).toBe(band);
    expect(bandOfFrequency(band.highHz)).toBe(band);
  }
  expect(bandOfFrequency(14_900_000)).toBeUndefined();
  expect(bandOfFrequency(0)).toBeUndefined();
});

test.each([
  ["14025", 14_025_000],
  ["14025.3", 14_025_300],
  ["14.0253", 14_025_300],
  ["14,0253", 14_025_300],
  ["14.0253 MHz", 14_025_300],
  ["14025300 Hz", 14_025_300],
  ["1296200", 1_296_200_000],
  ["10.368 GHz", 10_368_000_000],
])("%s is %i Hz", (text, hertz) => {
  expect(parseFrequency(text)).toBe(hertz);
});

test("what is shown is read back", () => {
  fc.assert(
    fc.property(fc.constantFrom(...BANDS.slice(3, 20)), fc.double({ min: 0, max: 1, noNaN: true }), (band, part) => {
      const hertz = Math.round((band.lowHz + part * (band.highHz - band.lowHz)) / 10) * 10;
      return parseFrequency(formatFrequency(hertz).replace(/ /g, "")) === hertz;
    }),
  );
});

test("a text that is no frequency is none", () => {
  for (const text of ["", "CX3QUA", "14.0.2", "-7", "1e6"]) expect(parseFrequency(text)).toBeNull();
});

test("modes, submodes and everyday names are known", () => {
  expect(parseMode("usb")).toEqual({ mode: "SSB", submode: "USB" });
  expect(parseMode("FT4")).toEqual({ mode: "MFSK", submode: "FT4" });
  expect(parseMode("PSK31")).toEqual({ mode: "PSK", submode: "PSK31" });
  expect(parseMode("CW")).toEqual({ mode: "CW", submode: null });
  expect(parseMode("phone")).toEqual({ mode: "SSB", submode: null });
  expect(parseMode("WHISTLING")).toBeNull();
  for (const mode of MODES) for (const submode of mode.submodes) expect(parseMode(submode)?.mode).toBeDefined();
});

test("mode groups as awards count them", () => {
  expect(["CW", "SSB", "FM", "DIGITALVOICE", "RTTY", "FT8", "SSTV", "UNHEARD-OF"].map(modeGroup)).toEqual([
    "CW",
    "voice",
    "voice",
    "voice",
    "digital",
    "digital",
    "digital",
    "digital",
  ]);
});

test("reports default by mode and are checked by form", () => {
  expect([
    defaultReport("CW", null),
    defaultReport("SSB", "USB"),
    defaultReport("FT8", null),
    defaultReport("MFSK", "FT4"),
  ]).toEqual(["599", "59", "", ""]);
  // One's own goes before them, but for a level that has to be measured.
  const own = { CW: "559", digital: "579" };
  expect([
    defaultReport("CW", null, own),
    defaultReport("SSB", "USB", own),
    defaultReport("RTTY", null, own),
    defaultReport("FT8", null, own),
  ]).toEqual(["559", "59", "579", ""]);
  for (const [report, mode] of [
    ["599", "CW"],
    ["5NN", "CW"],
    ["59", "SSB"],
    ["59+20", "SSB"],
    ["-12", "FT8"],
    ["", "CW"],
  ] as const)
    expect(reportFault(report, mode, null)).toBeNull();
  for (const [report, mode] of [
    ["77", "CW"],
    ["599", "SSB"],
    ["699", "CW"],
    ["loud", "SSB"],
    ["599", "FT8"],
  ] as const)
    expect(reportFault(report, mode, null)).toContain(report);
});

test("bands are sorted from the longest wave, and written with a space", () => {
  expect(["70cm", "20m", "160m", "nonsense"].sort(compareBands)).toEqual(["160m", "20m", "70cm", "nonsense"]);
  expect(bandLabel("1.25cm")).toBe("1.25 cm");
});

test.each([
  [14_074_000, "FT8"],
  [14_076_999, "FT8"],
  [14_077_000, undefined],
  [14_080_500, "FT4"],
  [7_047_500, "FT4"],
  [14_025_000, undefined],
])("at %i by custom it is %s", (frequencyHz, mode) => expect(modeAtDial(frequencyHz)).toBe(mode));

test("a digital mode's dial lies on its band", () => {
  expect([dialOf("FT8", "20m"), dialOf("FT4", "40m"), dialOf("FT8", "23cm"), dialOf("CW", "20m")]).toEqual([
    14_074_000,
    7_047_500,
    undefined,
    undefined,
  ]);
});
