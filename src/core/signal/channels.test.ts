import fc from "fast-check";
import { type ChannelPass, createChannels } from "./channels";

/** A tone as sound, or as pairs of I and Q. */
function toneOf(hertz: number, rate: number, seconds: number, isIq: boolean): Float32Array {
  const step = isIq ? 2 : 1;
  const samples = new Float32Array(Math.round(rate * seconds) * step);
  for (let nth = 0; nth * step < samples.length; nth++) {
    const phase = (2 * Math.PI * hertz * nth) / rate;
    samples[nth * step] = Math.cos(phase);
    if (isIq) samples[nth * 2 + 1] = Math.sin(phase);
  }
  return samples;
}

/** How strong a tone is in a sound: 1 for one of amplitude 1 that goes on without a jump. */
function strengthOf(sound: Float32Array, hertz: number, rate: number): number {
  let [re, im] = [0, 0];
  for (const [nth, value] of sound.entries()) {
    const phase = (2 * Math.PI * hertz * nth) / rate;
    re += value * Math.cos(phase);
    im -= value * Math.sin(phase);
  }
  return (2 * Math.hypot(re, im)) / sound.length;
}

function heardIn(
  hertz: number,
  samples: Float32Array,
  rate: number,
  isIq: boolean,
  piece: number,
  pass: ChannelPass = "wide",
) {
  const channels = createChannels(rate, isIq);
  const channel = channels.open(hertz, pass);
  const sounds: Float32Array[] = [];
  for (let at = 0; at < samples.length; at += piece) {
    channels.take(samples.subarray(at, at + piece));
    sounds.push(channel.sound.slice());
  }
  const sound = Float32Array.from(sounds.flatMap((one) => [...one]));
  // The first block begins in the middle of nothing.
  return { sound: sound.subarray(128), rate: channels.rate, tone: channel.tone };
}

test("what is at a channel's middle is its tone, as strong as it was, from block to block without a jump", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(24_000, 48_000, 96_000),
      fc.double({ min: -0.4, max: 0.4, noNaN: true }),
      fc.integer({ min: 50, max: 4000 }),
      (rate, share, pairs) => {
        const hertz = share * rate;
        const { sound, tone, rate: own } = heardIn(hertz, toneOf(hertz, rate, 1, true), rate, true, pairs * 2);
        expect(strengthOf(sound, tone, own)).toBeCloseTo(1, 2);
      },
    ),
    { numRuns: 20 },
  );
});

test("of sound it is the same", () => {
  for (const [hertz, rate] of [
    [600, 8000],
    [1500, 44_100],
    [2210.5, 48_000],
  ] as const) {
    const { sound, tone, rate: own } = heardIn(hertz, toneOf(hertz, rate, 1, false), rate, false, 777);
    expect(strengthOf(sound, tone, own)).toBeCloseTo(1, 2);
  }
});

test("what is beside it keeps its distance, and what is far away is not heard", () => {
  const samples = toneOf(10_100, 96_000, 1, true);
  const beside = heardIn(10_000, samples, 96_000, true, 4000);
  expect(strengthOf(beside.sound, beside.tone + 100, beside.rate)).toBeCloseTo(1, 2);
  for (const far of [8000, 12_000, -10_100, -40_000]) {
    const { sound } = heardIn(far, samples, 96_000, true, 4000);
    expect(Math.max(...sound.map(Math.abs))).toBeLessThan(0.001);
  }
});

test("a narrow one lets through what Morse and the noise beside it need, and a strong neighbour not at all", () => {
  const beside = (hertz: number) => heardIn(5000, toneOf(5000 + hertz, 48_000, 1, true), 48_000, true, 4000, "narrow");
  for (const near of [-170, -60, 0, 60, 170]) {
    const { sound, tone, rate } = beside(near);
    expect(strengthOf(sound, tone + near, rate)).toBeCloseTo(1, 2);
  }
  for (const far of [-700, -350, 350, 500]) {
    const { sound } = beside(far);
    expect(Math.max(...sound.map(Math.abs))).toBeLessThan(0.01);
  }
});

test("a channel begins with what was heard before it was opened, and goes on without a jump", () => {
  const rate = 48_000;
  const channels = createChannels(rate, true);
  const samples = toneOf(-7000, rate, 8, true);
  channels.take(samples.subarray(0, rate * 2 * 6));
  const channel = channels.open(-7000);
  const before = channel.sound.slice();
  expect(before.length / channels.rate).toBeCloseTo(5, 1);
  channels.take(samples.subarray(rate * 2 * 6));
  const whole = Float32Array.from([...before, ...channel.sound]);
  expect(whole.length / channels.rate).toBeCloseTo(7, 1);
  expect(strengthOf(whole, channel.tone, channels.rate)).toBeCloseTo(1, 2);
});
