import fc from "fast-check";
import { baudotCodes } from "./baudot";
import { keyed, USUAL_KEYING } from "./morse";
import { USUAL_BAUD } from "./rtty";
import { createSignalFinder, type FoundSignal, nearestSignal } from "./signals";
import { createSpectrumMaker, SPECTRUM_WINDOWS } from "./spectrum";
import { noiseOf } from "./testing";

const RATE = 12_000;
const SIZE = 512;
const PLACE_HZ = RATE / SIZE;
const EVERY_S = 0.05;
const LEVEL = 8;
/** The deviation of I and of Q, so that the noise at one place is 1 with the window used here. */
const UNIT = Math.sqrt(SIZE / 2 / 2.004);
type Part = (second: number) => readonly [i: number, q: number];

/** What is found in parts on noise, after each of so many seconds. */
function hear(parts: readonly Part[], seconds: number, { seed = 1, level = LEVEL } = {}): (readonly FoundSignal[])[] {
  const noise = noiseOf(seed);
  const maker = createSpectrumMaker({
    size: SIZE,
    terms: SPECTRUM_WINDOWS[0]!.terms,
    isIq: true,
    every: RATE * EVERY_S,
  });
  const finder = createSignalFinder({ placeHz: PLACE_HZ, every: EVERY_S, reach: 4 });
  let at = 0;
  return Array.from({ length: seconds }, (_, second) => {
    const samples = new Float32Array(RATE * 2);
    for (let pair = 0; pair < RATE; pair++) {
      let [i, q] = [noise() * UNIT, noise() * UNIT];
      for (const part of parts) {
        const [more, and] = part(second + pair / RATE);
        i += more;
        q += and;
      }
      samples[pair * 2] = i;
      samples[pair * 2 + 1] = q;
    }
    let found: readonly FoundSignal[] = [];
    for (const spectrum of maker.take(samples)) found = finder.take(spectrum, level, (at += EVERY_S));
    return found;
  });
}
/** As far over the noise at one place as said, decibels, at a frequency from the lowest place on. */
function tone(hertz: number, over: number, isOn: (second: number) => boolean = () => true): Part {
  const amplitude = 10 ** (over / 20);
  return (second) => {
    if (!isOn(second)) return [0, 0];
    const phase = 2 * Math.PI * (hertz - RATE / 2) * second;
    return [amplitude * Math.cos(phase), amplitude * Math.sin(phase)];
  };
}
function morse(text: string, speed: number): (second: number) => boolean {
  let lasts = 0;
  const down = keyed(text, { ...USUAL_KEYING, speed }).flatMap((letter) => {
    const from = lasts;
    lasts += letter.lasts;
    return letter.down.map((one) => [(from + one.from) / 1000, (from + one.to) / 1000] as const);
  });
  return (second) => {
    const now = second % (lasts / 1000);
    return down.some(([from, to]) => now >= from && now < to);
  };
}
/** Two tones, of which one is on while the other is off; the lower one is the mark. */
function rtty(mark: number, over: number): Part {
  const bits = baudotCodes("RYRY CQ TEST DE CX3QUA CX3QUA CQ ").flatMap((code) => [
    ...[0, 1, 2, 3, 4].reduce((line, bit) => [...line, (code >> bit) & 1], [0]),
    ...[1, 1],
  ]);
  const amplitude = 10 ** (over / 20);
  let [phase, before] = [0, 0];
  return (second) => {
    const isMark = bits[Math.floor(second * USUAL_BAUD) % bits.length] === 1;
    phase += 2 * Math.PI * (mark + (isMark ? 0 : 170) - RATE / 2) * (second - before);
    before = second;
    return [amplitude * Math.cos(phase), amplitude * Math.sin(phase)];
  };
}
/** Something like a voice: noise of changing strength in a part of the band. */
function voice(low: number, high: number, over: number): Part {
  const noise = noiseOf(77);
  const tones = Array.from({ length: 60 }, (_, nth) => low + ((high - low) * (nth + 0.5)) / 60 + noise() * 4);
  const parts = tones.map((hertz) => ({ hertz, begins: noise() * 9 }));
  return (second) => {
    const amplitude = 10 ** (over / 20) * (0.4 + Math.abs(Math.sin(second * 4)));
    return parts.reduce(
      ([i, q], { hertz, begins }) => {
        const phase = 2 * Math.PI * (hertz - RATE / 2) * second + begins;
        return [i + amplitude * Math.cos(phase), q + amplitude * Math.sin(phase)] as const;
      },
      [0, 0] as readonly [number, number],
    );
  };
}
const kinds = (found: readonly FoundSignal[]) => found.map(({ kind }) => kind);

test("noise alone has no signals, for minutes", () => {
  expect(hear([], 60).flat()).toEqual([]);
});

test("a keyed carrier 10 dB over the noise is found within 5 Hz, between places too, and none else", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1000, max: 11_000, noNaN: true }),
      fc.integer({ min: 12, max: 40 }),
      fc.integer({ min: 1, max: 1e6 }),
      (hertz, speed, seed) => {
        const found = hear([tone(hertz, 10, morse("CQ CQ DE CX3QUA CX3QUA K ", speed))], 3, { seed, level: 5 }).at(-1)!;
        expect(kinds(found)).toEqual(["carrier"]);
        expect(Math.abs(found[0]!.hertz - hertz)).toBeLessThan(5);
      },
    ),
    { numRuns: 10 },
  );
});

test("it keeps its number and its first moment while it is keyed, and is gone some seconds after", () => {
  const isOn = morse("TEST CX3QUA CX3QUA ", 25);
  const found = hear([tone(4000, 20, (second) => second < 6 && isOn(second))], 10);
  expect(new Set(found.slice(1, 6).flatMap((all) => all.map(({ id }) => id))).size).toBe(1);
  expect(found[5]![0]!.since).toBeLessThan(1);
  expect(found.at(-1)).toEqual([]);
});

test("two tones by turns are one signal with its shift; two stations so far apart are two", () => {
  const [found] = hear([rtty(5000, 20)], 3).slice(-1);
  expect(kinds(found!)).toEqual(["tones"]);
  expect(found![0]!.hertz).toBeCloseTo(5085, -1);
  expect(found![0]!.widthHz).toBeCloseTo(170, -1);
  const stations = [tone(5000, 20, morse("CQ CQ DE OY4QSD ", 22)), tone(5170, 20, morse("TEST LU9QUB LU9QUB ", 31))];
  const two = hear(stations, 4).at(-1)!;
  expect(kinds(two)).toEqual(["carrier", "carrier"]);
  expect(two.map(({ hertz }) => Math.round(hertz / 10))).toEqual([500, 517]);
});

test("a voice is one wide signal, and a carrier beside it stays one", () => {
  const found = hear([voice(4000, 6400, 14), tone(8000, 30)], 4).at(-1)!;
  expect(kinds(found)).toEqual(["wide", "carrier"]);
  expect(found[0]!.widthHz).toBeGreaterThan(1800);
  expect(found[0]!.widthHz).toBeLessThan(3000);
});

test("crashes of static are no signals, and hide none", () => {
  const noise = noiseOf(5);
  const crash: Part = (second) => (second % 0.7 < 0.06 ? [noise() * UNIT * 30, noise() * UNIT * 30] : [0, 0]);
  expect(hear([crash], 20).flat()).toEqual([]);
  const found = hear([crash, tone(3000, 20)], 4).at(-1)!;
  expect(found.map(({ hertz }) => Math.round(hertz / 10))).toEqual([300]);
});

test("the clicks of a strong key are no signals, and who is beside them on one side alone is one", () => {
  const strong = tone(6000, 45, morse("TEST PY2QUB PY2QUB TEST TEST PY2QUB", 26));
  const weak = tone(6300, 18, morse("CQ CQ DE CX3QUA CX3QUA CX3QUA", 22));
  const centres = (parts: readonly Part[]) => hear(parts, 10).map((found) => found.map(({ hertz }) => hertz));
  for (const found of centres([strong]).slice(2)) expect(found).toEqual([expect.closeTo(6000, -1)]);
  for (const found of centres([strong, weak]).slice(2))
    expect(found).toEqual([expect.closeTo(6000, -1), expect.closeTo(6300, -1)]);
});

test("a band that becomes louder for good is the new noise after a while", () => {
  const noise = noiseOf(6);
  const louder: Part = (second) => (second > 2 ? [noise() * UNIT * 10, noise() * UNIT * 10] : [0, 0]);
  const found = hear([louder, tone(3000, 40, (second) => second > 6)], 9);
  expect(found.slice(0, 6).flat()).toEqual([]);
  expect(found.at(-1)!.map(({ hertz }) => Math.round(hertz / 10))).toEqual([300]);
});

test("a higher level leaves out what is weaker", () => {
  const parts = [tone(3000, 12), tone(5000, 25)];
  expect(hear(parts, 3, { level: 8 }).at(-1)).toHaveLength(2);
  expect(hear(parts, 3, { level: 18 }).at(-1)).toHaveLength(1);
});

test("a hundred signals on top of each other give an answer", () => {
  const noise = noiseOf(9);
  const parts = Array.from({ length: 100 }, () => tone(6000 + noise() * 60, 20 + noise() * 5));
  const found = hear(parts, 2).at(-1)!;
  expect(found.length).toBeGreaterThan(0);
  expect(found.length).toBeLessThan(40);
});

test("a place beside a signal is meant for the nearest within reach, its width counted in", () => {
  const signal = (id: number, hertz: number, widthHz = 0): FoundSignal => ({
    ...{ id, hertz, widthHz, kind: "carrier", over: 20, since: 0 },
  });
  const all = [signal(1, 1000), signal(2, 1300, 400), signal(3, 2000)];
  const at = (hertz: number, reach = 100) => nearestSignal(all, hertz, reach)?.id;
  expect([at(1040), at(1090), at(1450), at(1900), at(1700), at(2100), at(2101)]).toEqual([
    1,
    2,
    2,
    3,
    undefined,
    3,
    undefined,
  ]);
  expect(nearestSignal([], 5, 100)).toBeUndefined();
});
