import { landingOf, type PlacedSignal } from "./landing";

const carrier: PlacedSignal = { kind: "carrier", hertz: 14_025_003.4, widthHz: 0 };
const tones: PlacedSignal = { kind: "tones", hertz: 14_085_000, widthHz: 170 };
/** A voice on the upper sideband of 14 200 kHz, as far as it stands out of the noise. */
const upper: PlacedSignal = { kind: "wide", hertz: 14_201_500, widthHz: 2500 };
const lower: PlacedSignal = { kind: "wide", hertz: 7_088_480, widthHz: 2500 };

test.each([
  ["a carrier in CW", carrier, "CW", null, [14_025_003, "CW", null]],
  ["a carrier in voice", carrier, "SSB", "USB", [14_025_003, "CW", null]],
  ["the mark at rest in RTTY", carrier, "RTTY", null, [14_025_003, "RTTY", null]],
  ["two tones in RTTY, on the mark", tones, "RTTY", null, [14_085_085, "RTTY", null]],
  ["two tones in CW", tones, "CW", null, [14_085_085, "RTTY", null]],
  ["two tones in another digital mode", tones, "PSK", "PSK31", [14_085_085, "PSK", "PSK31"]],
  ["a voice above 10 MHz", upper, "SSB", null, [14_200_000, "SSB", null]],
  ["a voice below", lower, "SSB", null, [7_090_000, "SSB", null]],
  ["a voice on the sideband that is chosen", upper, "SSB", "LSB", [14_203_000, "SSB", "LSB"]],
  ["a voice in CW", lower, "CW", null, [7_090_000, "SSB", null]],
  ["FM, in its middle", { ...upper, widthHz: 9000 }, "FM", null, [14_201_500, "FM", null]],
  ["what is wide in a digital mode", upper, "FT8", null, [14_201_500, "FT8", null]],
] as const)("%s", (_, signal, mode, submode, [frequencyHz, to, sub]) => {
  expect(landingOf(signal, mode, submode)).toEqual({ frequencyHz, mode: to, submode: sub });
});
