import { baudotCodes } from "./baudot";
import { createReaders, type ReadersOptions, type ReadPlace } from "./readers";
import { rttySound, USUAL_BAUD } from "./rtty";
import { keyDown, noiseOf } from "./testing";

const RATE = 24_000;
/** Samples. */
const EDGE = RATE / 1000;

interface Sent {
  readonly hertz: number;
  readonly loud: number;
  /** Its amplitude and how far it is from its place, Hz, at a moment, seconds. */
  readonly at: (second: number) => { readonly on: number; readonly off: number };
}

/** Keyed with edges of some milliseconds, as a transmitter does. */
function morse(hertz: number, text: string, speed: number, loud: number): Sent {
  const { isDown } = keyDown({ text, speed, begins: 0.5 });
  let [half, on] = [0, 0];
  const at = (second: number) => {
    half += (Number(isDown(second)) - half) / EDGE;
    on += (half - on) / EDGE;
    return { on, off: 0 };
  };
  return { hertz, loud, at };
}

/** Pairs of I and Q, in which noise has a mean power of one. */
function heard(sent: readonly Sent[], seconds: number): Float32Array {
  const noise = noiseOf(7);
  const samples = new Float32Array(RATE * seconds * 2);
  for (let at = 0; at < samples.length; at++) samples[at] = noise() * Math.SQRT1_2;
  for (const { hertz, loud, at } of sent) {
    let phase = 0;
    for (let nth = 0; nth * 2 < samples.length; nth++) {
      const { on, off } = at(nth / RATE);
      phase += (2 * Math.PI * (hertz + off)) / RATE;
      samples[nth * 2]! += on * loud * Math.cos(phase);
      samples[nth * 2 + 1]! += on * loud * Math.sin(phase);
    }
  }
  return samples;
}

/** RTTY whose mark is above its space, or below where it is inverted. */
function rtty(hertz: number, text: string, shift: number, loud: number, isInverted: boolean): Sent {
  const sound = rttySound(baudotCodes(text), { mark: 1, space: 0, baud: USUAL_BAUD }, RATE, 20);
  // The tones of 1 and 0 Hz tell by their phase which one is on.
  const isMark = (nth: number) => Math.abs(sound[nth + 24]! - sound[nth]!) > 1e-9;
  const sign = isInverted ? -1 : 1;
  return {
    hertz,
    loud,
    at: (second) => ({ on: 1, off: ((isMark(Math.floor(second * RATE)) ? 1 : -1) * sign * shift) / 2 }),
  };
}

function readAll(samples: Float32Array, options: Partial<ReadersOptions> = {}) {
  const readers = createReaders({ rate: RATE, isIq: true, most: 20, ...options });
  const piece = RATE / 10;
  for (let at = 0; at < samples.length / 2; at += piece)
    readers.take(samples.subarray(at * 2, (at + piece) * 2), (at + piece) / RATE);
  return readers.lines();
}

test("several are read at once, each where it is, at its own speed", () => {
  const lines = readAll(
    heard(
      [
        morse(-4000, "CQ CQ DE CX3QUA CX3QUA CX3QUA K", 24, 0.4),
        morse(-3700, "TEST PY2QUB PY2QUB TEST PY2QUB PY2QUB", 30, 0.2),
        morse(5200, "CQ DE LU4QSC LU4QSC LU4QSC PSE K", 18, 0.2),
        // Of thirty times its amplitude.
        morse(4850, "TEST PY5QRW PY5QRW TEST PY5QRW PY5QRW TEST PY5QRW", 28, 6),
      ],
      22,
    ),
  );
  expect(lines.map(({ hertz, kind }) => [Math.round(hertz / 10) * 10, kind])).toEqual([
    [-4000, "morse"],
    [-3700, "morse"],
    [4850, "morse"],
    [5200, "morse"],
  ]);
  expect(lines[0]!.text).toContain("CX3QUA CX3QUA K");
  expect(lines[1]!.text).toContain("PY2QUB TEST PY2QUB");
  expect(lines[2]!.text).toContain("PY5QRW PY5QRW TEST");
  expect(lines[3]!.text).toContain("LU4QSC LU4QSC");
  for (const [nth, speed] of [24, 30, 28, 18].entries()) expect(Math.abs(lines[nth]!.speed! - speed)).toBeLessThan(2);
  for (const { text, sure } of lines) expect(sure).toHaveLength(text.length);
});

test("RTTY is read, also inverted and of another shift", () => {
  const text = "RYRYRY CQ CQ DE CX3QUA CX3QUA CX3QUA PSE K TU 599 001 BK RYRYRYRYRYRYRY";
  for (const [shift, isInverted] of [
    [170, false],
    [170, true],
    [425, false],
  ] as const) {
    const loud = isInverted ? 3 : 0.3;
    const [line, ...others] = readAll(heard([rtty(3000, text, shift, loud, isInverted)], 13));
    expect(others).toEqual([]);
    expect(line).toMatchObject({ kind: "rtty", speed: USUAL_BAUD, isInverted });
    expect(line!.text).toContain("DE CX3QUA CX3QUA CX3QUA PSE K TU 599 001");
    expect(Math.abs(line!.hertz - 3000)).toBeLessThan(10);
    expect(Math.abs(line!.shiftHz - shift)).toBeLessThan(10);
  }
});

test("where there are more than can be read, the strongest are", () => {
  const sent = [0.15, 0.5, 0.3].map((loud, nth) => morse(nth * 1500 - 1490, "CQ CQ DE CX3QUA CX3QUA K", 26, loud));
  expect(readAll(heard(sent, 14), { most: 2 }).map(({ hertz }) => Math.round(hertz / 100))).toEqual([0, 15]);
});

/** Reads it with places that are put when they are given, seconds. */
function readWith(samples: Float32Array, puts: ReadonlyMap<number, readonly ReadPlace[]>, most = 20) {
  const readers = createReaders({ rate: RATE, isIq: true, most });
  for (let tenth = 0; tenth < samples.length / 2 / (RATE / 10); tenth++) {
    readers.take(samples.subarray((tenth * RATE) / 5, ((tenth + 1) * RATE) / 5), (tenth + 1) / 10);
    const places = puts.get(tenth / 10);
    if (places !== undefined) readers.put(places);
  }
  return readers.lines();
}

test("a place that is put is read although nothing is found there, with what was heard before", () => {
  const place: ReadPlace = { hertz: 1500, kind: "morse", shiftHz: 0 };
  const weak = heard([morse(1500, "TEST PY2QUB PY2QUB PY2QUB TEST TEST", 20, 0.09)], 18);
  expect(readWith(weak, new Map())).toEqual([]);
  const [line] = readWith(weak, new Map([[4, [place]]]));
  expect(line).toMatchObject({ hertz: 1500, kind: "morse", isByHand: true });
  expect(line!.text).toContain("2QUB PY2QUB PY");
  // Also while nothing is read there, and where all readers are taken.
  const silent = readWith(
    heard([morse(-4000, "CQ CQ DE CX3QUA CX3QUA CX3QUA", 24, 0.4)], 12),
    new Map([[0, [place]]]),
    1,
  );
  expect(silent.map(({ isByHand, hertz }) => [isByHand, Math.round(hertz / 10) * 10])).toEqual([
    [false, -4000],
    [true, 1500],
  ]);
});

test("a signal that is read keeps its text when its place is put, and goes on when it is taken away", () => {
  const both = heard(
    [
      morse(-2000, "CQ CQ DE CX3QUA CX3QUA CX3QUA K", 24, 0.4),
      rtty(3000, "RYRYRY DE LU4QSC LU4QSC LU4QSC K RYRYRY", 170, 0.4, false),
    ],
    14,
  );
  const put = new Map([[12, [{ hertz: -1990, kind: "morse", shiftHz: 0 } as const]]]);
  const lines = readWith(both, put);
  expect(lines.map(({ kind, isByHand }) => [kind, isByHand])).toEqual([
    ["morse", true],
    ["rtty", false],
  ]);
  expect(lines[0]!.text).toContain("DE CX3QUA CX3");
  expect(readWith(both, new Map([...put, [13, []]])).map(({ isByHand }) => isByHand)).toEqual([false, false]);
  // One that read nothing is gone, and what is not in the band is not read.
  const there: ReadPlace[] = [{ hertz: 6000, kind: "rtty", shiftHz: 170 }];
  expect(readWith(both, new Map([[2, there]])).map(({ hertz }) => Math.round(hertz / 100))).toEqual([-20, 30, 60]);
  expect(
    readWith(
      both,
      new Map([
        [2, there],
        [5, []],
      ]),
    ),
  ).toHaveLength(2);
  expect(readWith(both, new Map([[2, [{ ...there[0]!, hertz: 20_000 }]]]))).toHaveLength(2);
});

test("of noise alone nothing is read", () => {
  expect(readAll(heard([], 20))).toEqual([]);
});

test("what is no text is not shown: a steady tone, and tones that change with no key", () => {
  const steady: Sent = { hertz: 2000, loud: 0.3, at: () => ({ on: 1, off: 0 }) };
  const tones: Sent = {
    hertz: -2000,
    loud: 0.3,
    at: (second) => ({ on: Number(second % 15 < 12.6), off: 6.25 * ((Math.floor(second * 6.25) * 5) % 8) }),
  };
  expect(readAll(heard([steady, tones], 20))).toEqual([]);
});

test("of sound on the lower sideband the mark is the lower tone", () => {
  const text = "RYRYRY CQ DE CX3QUA CX3QUA CX3QUA K RYRYRYRYRYRYRYRY";
  const iq = heard([rtty(2000, text, 170, 0.3, true)], 13);
  const sound = iq.filter((_, at) => at % 2 === 0);
  const readers = createReaders({ rate: RATE, isIq: false, most: 5, isReversed: true });
  for (let at = 0; at < sound.length; at += RATE / 10) readers.take(sound.subarray(at, at + RATE / 10), at / RATE);
  const [line] = readers.lines();
  expect(line).toMatchObject({ kind: "rtty", isInverted: false });
  expect(line!.text).toContain("CX3QUA CX3QUA K");
});
