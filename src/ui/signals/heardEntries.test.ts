import type { FoundSignal } from "@/core/signal";
import type { BandEntry } from "../airwaves/bandEntries";
import { heardEntries, nextSignal, signalAt } from "./heardEntries";
import { agoText, signalText } from "./signalText";

const signal = (id: number, hertz: number, part: Partial<FoundSignal> = {}): FoundSignal => ({
  id,
  kind: "carrier",
  hertz,
  widthHz: 0,
  over: 20,
  since: 100,
  ...part,
});
const entry = (text: string, hertz: number, part: Partial<BandEntry> = {}): BandEntry => ({
  key: text,
  hertz,
  text,
  by: "spot",
  spot: null,
  age: "new",
  rank: 1,
  duplicate: false,
  isOwn: false,
  ...part,
});

const SIGNALS = [signal(1, 14_010_020), signal(2, 14_012_480), signal(3, 14_201_500, { kind: "wide", widthHz: 2600 })];

test("a call is at a signal that is near to where it is announced", () => {
  expect(signalAt(SIGNALS, 14_010_000)?.id).toBe(1);
  expect(signalAt(SIGNALS, 14_010_330)).toBeUndefined();
  expect(signalAt(SIGNALS, 14_200_000)?.id).toBe(3);
  expect(signalAt(SIGNALS, 14_202_700)?.id).toBe(3);
});

test("of two near ones it is at the nearer", () => {
  const two = [signal(1, 14_010_000), signal(2, 14_010_200)];
  expect(signalAt(two, 14_010_090)?.id).toBe(1);
  expect(signalAt(two, 14_010_110)?.id).toBe(2);
});

test("calls stand where something is heard, and what was put there by hand in any case", () => {
  const entries = [
    entry("LU1QUA", 14_010_000),
    entry("PY2QUA", 14_030_000),
    entry("put", 14_040_000, { by: "put" }),
    entry("CX3QUA", 14_050_000, { isOwn: true }),
  ];
  expect(heardEntries(entries, SIGNALS).map(({ text }) => text)).toEqual(["LU1QUA", "put", "CX3QUA"]);
  expect(heardEntries(entries, []).map(({ text }) => text)).toEqual(["put", "CX3QUA"]);
});

test("the next signal is the nearest in the way, and not the one that one is on", () => {
  expect(nextSignal(SIGNALS, 14_010_020, 1)?.id).toBe(2);
  expect(nextSignal(SIGNALS, 14_012_490, -1)?.id).toBe(1);
  expect(nextSignal(SIGNALS, 14_201_000, 1)).toBeUndefined();
  expect(nextSignal(SIGNALS, 14_201_000, -1)?.id).toBe(2);
});

test("of those not yet worked, the ones are left out at which all were; who is unknown was not worked", () => {
  const worked = entry("LU1QUA", 14_012_500, { duplicate: true });
  expect(nextSignal(SIGNALS, 14_010_020, 1, [worked])?.id).toBe(3);
  expect(nextSignal(SIGNALS, 14_010_020, 1, [worked, entry("LU2QUA", 14_012_400)])?.id).toBe(2);
});

test("a signal in words", () => {
  expect(signalText(signal(1, 14_010_020, { over: 19.6 }), 112)).toBe(
    "Carrier, 14 010.02 kHz, 20 dB over the noise, since 12 s",
  );
  expect(signalText(signal(1, 14_085_000, { kind: "tones", widthHz: 169.7 }), 100)).toContain(
    "Two tones, 170 Hz apart",
  );
  expect(signalText(SIGNALS[2]!, 100)).toContain("Wide, 2.6 kHz");
  expect([0.4, 59.4, 61, 3600, 7300].map(agoText)).toEqual(["0 s", "59 s", "1 min", "1 h", "2 h"]);
});
