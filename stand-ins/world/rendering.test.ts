import { noisePower } from "../../src/core/propagation";
import {
  baudotCodes,
  createRttyReader,
  createSignalFinder,
  createSpectrumMaker,
  type FoundSignal,
  printed,
  SPECTRUM_WINDOWS,
  USUAL_BAUD,
} from "../../src/core/signal";
import { isDark } from "./operators";
import { type Arriving, createRendering } from "./rendering";
import { lastsFor } from "./speech";

const HERE = { latitude: -34.4, longitude: -53.8 };
const RATE = 24_000;
const CENTRE = 14_050_000;
/** Noon in Uruguay. */
const NOON = Date.UTC(2026, 5, 1, 15) / 1000;
/** A receiver's most, dBm. */
const FULL = -20;
const SIZE = 1024;
const PLACE_HZ = RATE / SIZE;

function arriving(part: Partial<Arriving>): Arriving {
  const { mode = "CW", speed = 25, text = "CQ CQ DE CX3QUA CX3QUA K", from = NOON } = part;
  const lasts = lastsFor(text, mode, speed ?? 0);
  return { id: 1, frequencyHz: CENTRE, strength: -80, to: from + lasts, ...part, mode, speed, text, from };
}

/** What a receiver hears, second by second. */
function* seconds(all: readonly Arriving[], count: number): Generator<Float32Array> {
  const rendering = createRendering(HERE, RATE, 1);
  all.forEach(rendering.arrives);
  for (let second = 0; second < count; second++) yield rendering.render(NOON + second, RATE, CENTRE);
}

/** What stands out after so many seconds. */
function signalsOf(all: readonly Arriving[], count = 4): readonly FoundSignal[] {
  const every = 0.05;
  const { terms } = SPECTRUM_WINDOWS[0]!;
  const maker = createSpectrumMaker({ size: SIZE, terms, isIq: true, every: RATE * every });
  const finder = createSignalFinder({ placeHz: PLACE_HZ, every, reach: 4 });
  let found: readonly FoundSignal[] = [];
  let at = 0;
  for (const samples of seconds(all, count))
    for (const spectrum of maker.take(samples)) found = finder.take(spectrum, 8, (at += every));
  return found.map((one) => ({ ...one, hertz: CENTRE - RATE / 2 + one.hertz }));
}
const power = (samples: Float32Array) => (2 * samples.reduce((sum, sample) => sum + sample ** 2, 0)) / samples.length;
const dbm = (value: number) => 10 * Math.log10(value) + FULL;

test("the noise is that of the place, the hour and the width", () => {
  const [samples] = [...seconds([], 1)];
  const expected = noisePower(CENTRE, RATE, "residential", isDark({ point: HERE }, NOON));
  // Static crashes add a little.
  expect(dbm(power(samples!))).toBeGreaterThan(expected - 0.5);
  expect(dbm(power(samples!))).toBeLessThan(expected + 1.5);
});

test("a signal has the strength that it arrives with, but for its fading", () => {
  const long = arriving({ mode: "RTTY", strength: -50, text: "RY".repeat(60) });
  const levels = [...seconds([long], 12)].map((samples) => dbm(power(samples)));
  for (const level of levels) expect(Math.abs(level - -50)).toBeLessThan(5);
  expect(Math.max(...levels) - Math.min(...levels)).toBeGreaterThan(1);
});

test("nobody is louder than a receiver can give, however near he is", () => {
  const [samples] = [...seconds([arriving({ mode: "RTTY", strength: 20 })], 1)];
  expect(Math.max(...samples!)).toBeLessThan(1);
});

test("Morse is a carrier where it is sent, RTTY two tones below its frequency, voice is wide on its sideband", () => {
  const hz = (below: number) => CENTRE + below;
  const [voice, carrier, tones] = signalsOf([
    arriving({ id: 1, frequencyHz: hz(2000) }),
    arriving({ id: 2, frequencyHz: hz(6000), mode: "RTTY", text: "RYRY CQ CQ DE CX3QUA CX3QUA RYRYRY" }),
    arriving({ id: 3, frequencyHz: hz(-8000), mode: "SSB", text: "CQ ".repeat(60), strength: -70 }),
  ]);
  expect(carrier).toMatchObject({ kind: "carrier" });
  expect(Math.abs(carrier!.hertz - hz(2000))).toBeLessThan(5);
  expect(tones).toMatchObject({ kind: "tones" });
  expect(Math.abs(tones!.hertz - hz(6000 - 85))).toBeLessThan(10);
  expect(Math.abs(tones!.widthHz - 170)).toBeLessThan(20);
  expect(voice).toMatchObject({ kind: "wide" });
  expect(voice!.hertz - voice!.widthHz / 2).toBeGreaterThan(hz(-8100));
  expect(voice!.hertz + voice!.widthHz / 2).toBeLessThan(hz(-8000 + 3200));
});

test("what is sent as RTTY is read as it was", () => {
  const text = "CQ TEST CX3QUA 599 13 QUA";
  const tones = { mark: 2125, space: 2125 - 170, baud: USUAL_BAUD };
  const reader = createRttyReader(tones, RATE);
  const sent = arriving({ mode: "RTTY", frequencyHz: CENTRE + 2125, text });
  const read = [...seconds([sent], Math.ceil(sent.to - NOON) + 2)].flatMap((samples) =>
    reader.take(samples.filter((_, at) => at % 2 === 0)),
  );
  const codes = [...read, ...reader.end()].map(({ code }) => code);
  expect(printed(codes, true)).toContain(text);
  expect(sent.to - NOON).toBeCloseTo((baudotCodes(text).length * 7.5) / USUAL_BAUD, 6);
});

test("what reaches over the edge is not heard at the other one, and what was broken off is not heard at all", () => {
  expect(signalsOf([arriving({ frequencyHz: CENTRE + RATE / 2 + 900 })])).toEqual([]);
  const rendering = createRendering(HERE, RATE, 1);
  const loud = arriving({ strength: -40, mode: "RTTY" });
  rendering.arrives(loud);
  const before = power(rendering.render(NOON, RATE, CENTRE));
  rendering.ends(loud.id);
  expect(dbm(power(rendering.render(NOON + 1, RATE, CENTRE)))).toBeLessThan(dbm(before) - 30);
});

test("noise and signals go on where the receiver was asked before, whatever pieces they are asked in", () => {
  const whole = createRendering(HERE, RATE, 1);
  const pieces = createRendering(HERE, RATE, 1);
  const one = arriving({ mode: "CW" });
  whole.arrives(one);
  pieces.arrives(one);
  const all = whole.render(NOON, 2400, CENTRE);
  const halves = [...pieces.render(NOON, 1200, CENTRE), ...pieces.render(NOON + 0.05, 1200, CENTRE)];
  for (const [at, value] of all.entries()) expect(Math.abs(value - halves[at]!)).toBeLessThan(2e-4);
});
