import { logBessel } from "./logBessel";

/** How RTTY sounds: two tones, and how fast one follows the other. */
export interface RttyTones {
  /** Hz; the tone of rest. */
  readonly mark: number;
  /** Hz. */
  readonly space: number;
  readonly baud: number;
}

export const USUAL_BAUD = 45.45;
export const USUAL_SHIFT = 170;
/** A sign is a start of one bit (space), five bits, and a stop (mark) that lasts as long as one likes, 1.5 bits as a rule. */
const DATA_BITS = 5;
const STOP_BITS = 1.5;
/** How long codes take, seconds. */
export function rttyTime(codes: number, baud = USUAL_BAUD): number {
  return (codes * (1 + DATA_BITS + STOP_BITS)) / baud;
}

/** When the tone changes: what stands on the line of a code after the other, and for how long, in bits. */
export function* rttyLine(codes: readonly number[]): Generator<{ readonly isMark: boolean; readonly bits: number }> {
  for (const code of codes) {
    yield { isMark: false, bits: 1 };
    for (let bit = 0; bit < DATA_BITS; bit++) yield { isMark: ((code >> bit) & 1) === 1, bits: 1 };
    yield { isMark: true, bits: STOP_BITS };
  }
}

/**
 * Codes as sound, from -1 to 1: one tone after the other without a jump of the phase, as a keyed oscillator gives it.
 *
 * @param rate samples a second
 * @param rest bits of mark before and after
 */
export function rttySound(
  codes: readonly number[],
  { mark, space, baud }: RttyTones,
  rate: number,
  rest = 4,
): Float32Array {
  const line = [{ isMark: true, bits: rest }, ...rttyLine(codes), { isMark: true, bits: rest }];
  const total = line.reduce((sum, { bits }) => sum + bits, 0);
  const sound = new Float32Array(Math.ceil((total / baud) * rate));
  let [phase, at, until] = [0, 0, 0];
  for (const { isMark, bits } of line) {
    until += (bits / baud) * rate;
    const step = (2 * Math.PI * (isMark ? mark : space)) / rate;
    for (; at < until && at < sound.length; at++) {
      sound[at] = Math.sin(phase);
      phase = (phase + step) % (2 * Math.PI);
    }
  }
  return sound;
}

/** A code that was read. */
export interface RttyRead {
  readonly code: number;
  /** Seconds since the reading began, where its start bit begins. */
  readonly at: number;
  /** How sure it is that all of its bits are so, 0 to 1. */
  readonly confidence: number;
}

/** What reads RTTY from sound, piece by piece, a few signs later than it was sent. */
export interface RttyReader {
  /** @param sound of any length, from -1 to 1 */
  readonly take: (sound: Float32Array) => RttyRead[];
  /** What is left when nothing more comes. */
  readonly end: () => RttyRead[];
  /**
   * How much of what came signs and rest explain, and how much there is to be explained by turns of the tones at any
   * moment, both as logarithms. Only where signs are sent so, and so fast, do they explain about all of it.
   */
  readonly explains: () => { readonly signs: number; readonly all: number };
}

/** Each bit is looked at so many times: where a sign begins is known to an eighth of a bit. */
const TICKS = 8;
/** A sign with the shortest stop there is; the rest of it is rest. */
const SIGN_BITS = 1 + DATA_BITS + 1;
const SIGN_TICKS = SIGN_BITS * TICKS;
/** Ways to read that begin so long ago end alike. */
const LAG_TICKS = 5 * SIGN_TICKS;
/** Over so many ticks strength and noise are taken together. */
const LEVEL_TICKS = 60 * TICKS;
/** Below this strength against the noise in a bit nothing is read: noise alone has 2. */
const LEAST_STRENGTH = 4;
/** Of the strength; with less noise a moment would say so much that it outweighed all others. */
const LEAST_NOISE = 0.001;
/** Signs that are less sure than this are none. */
const LEAST_SURE = 0.01;

/**
 * Reads RTTY whose tones are known. What each moment says for mark or space is the logarithm of how much likelier the
 * one is, from the matched filters of both tones, without the phase; of all ways to share time out into signs and rest
 * the likeliest is taken (Viterbi), so that a bit that noise has turned round moves no sign. At a given signal to noise
 * ratio it is as good as an ideal receiver that is told where signs begin, but for a fraction of a decibel.
 */
export function createRttyReader({ mark, space, baud }: RttyTones, rate: number): RttyReader {
  const perTick = rate / baud / TICKS;
  const tones = [mark, space].map((tone) => createTone((2 * Math.PI * tone) / rate));
  let samples = 0;
  /** The sums of both tones, tick by tick: re and im of mark, re and im of space. */
  let sums: number[][] = [];
  /** By tick since `from`: how strong both are in the bit that begins there as a mean, how strong it is itself, and what the way to it is worth. */
  let [strong, weak, own]: [number[], number[], number[]] = [[], [], []];
  let says: number[] = [];
  let worth: number[] = [0];
  let isSign: boolean[] = [false];
  let from = 0;
  let read = 0;
  let [level, noise] = [0, 0];
  let levels = 0;
  /** What the way was worth until `from`, and what could be explained. */
  let [explained, all] = [0, 0];

  function take(sound: Float32Array): RttyRead[] {
    const found: RttyRead[] = [];
    for (const value of sound) {
      for (const tone of tones) tone.take(value);
      samples++;
      if (samples < Math.round((ticks() + 1) * perTick)) continue;
      sums.push(tones.flatMap((tone) => tone.sum(samples)));
      look();
      if (worth.length > LAG_TICKS + 2 * SIGN_TICKS) found.push(...settle(LAG_TICKS));
    }
    return found;
  }
  const ticks = () => from + sums.length;

  /** What the bit that ends now says. */
  function look(): void {
    const last = sums.length - TICKS;
    if (last < 0) return;
    const total = [0, 0, 0, 0];
    for (let at = last; at < sums.length; at++) for (let part = 0; part < 4; part++) total[part]! += sums[at]![part]!;
    const [of, off] = [total[0]! ** 2 + total[1]! ** 2, total[2]! ** 2 + total[3]! ** 2];
    const share = 1 / Math.min(++levels, LEVEL_TICKS);
    level += (Math.max(of, off) - level) * share;
    noise += (Math.min(of, off) - noise) * share;
    strong.push(level);
    weak.push(noise);
    own.push(Math.max(of, off));
    const amplitude = Math.sqrt(Math.max(0, level - noise));
    const by = level > 0 ? (2 * amplitude) / Math.max(noise, level * LEAST_NOISE) : 0;
    says.push(logBessel(by * Math.sqrt(of)) - logBessel(by * Math.sqrt(off)));
    const at = says.length - 1;
    all += Math.abs(says[at]!) / 2 / TICKS;
    // A tick of rest, by the bit around it.
    const rest = worth[at]! + says[Math.max(0, at - TICKS / 2)]! / 2 / TICKS;
    const begins = at + 1 - SIGN_TICKS;
    const sign = begins < 0 ? -Infinity : worth[begins]! + signWorth(begins);
    worth.push(Math.max(rest, sign));
    isSign.push(sign > rest);
  }

  /** Half of what the bits of a sign say for it; its last bit must be in. */
  function signWorth(begins: number): number {
    let sum = -says[begins]!;
    for (let bit = 1; bit <= DATA_BITS; bit++) sum += Math.abs(says[begins + bit * TICKS]!);
    return (sum + says[begins + (1 + DATA_BITS) * TICKS]!) / 2;
  }

  /** Goes back from the likeliest way of now, and gives the signs on it that ended before the last so many ticks. */
  function settle(lag: number): RttyRead[] {
    const end = worth.length - 1;
    let [at, best] = [end, -Infinity];
    for (let one = Math.max(0, end - SIGN_TICKS); one <= end; one++) {
      let could = worth[one]!;
      for (let tick = one; tick < end; tick += TICKS) could += Math.abs(says[Math.min(tick, says.length - 1)]!) / 2;
      if (could >= best) [at, best] = [one, could];
    }
    const found: RttyRead[] = [];
    let settled = end - lag;
    while (at > 0) {
      if (!isSign[at]!) at--;
      else {
        const begins = at - SIGN_TICKS;
        if (at > end - lag) settled = Math.min(settled, begins);
        else if (from + begins >= read) found.unshift(signAt(begins));
        at = begins;
      }
    }
    read = Math.max(read, ...found.map((one) => Math.round(one.at * baud * TICKS) + SIGN_TICKS));
    forget(Math.max(0, settled));
    return found.filter(({ confidence }) => confidence > LEAST_SURE);
  }

  function signAt(begins: number): RttyRead {
    let [code, confidence] = [0, sure(-says[begins]!) * sure(says[begins + (1 + DATA_BITS) * TICKS]!)];
    for (let bit = 0; bit < DATA_BITS; bit++) {
      const said = says[begins + (bit + 1) * TICKS]!;
      if (said > 0) code |= 1 << bit;
      confidence *= sure(Math.abs(said));
    }
    const middle = Math.min(strong.length - 1, begins + SIGN_TICKS);
    // Where a station has just ended, the mean is still that of its signs: this one is to be as strong by itself.
    let strength = 0;
    for (let bit = 0; bit < SIGN_BITS; bit++) strength += own[begins + bit * TICKS]! / SIGN_BITS;
    const isHeard = Math.min(strong[middle]!, strength) > LEAST_STRENGTH * weak[middle]!;
    return { code, at: (from + begins) / TICKS / baud, confidence: isHeard ? confidence : 0 };
  }

  function forget(until: number): void {
    const lost = worth[until]!;
    explained += lost;
    sums = sums.slice(until);
    strong = strong.slice(until);
    weak = weak.slice(until);
    own = own.slice(until);
    says = says.slice(until);
    worth = worth.slice(until).map((one) => one - lost);
    isSign = isSign.slice(until);
    isSign[0] = false;
    from += until;
  }

  return { take, end: () => settle(0), explains: () => ({ signs: explained + worth.at(-1)!, all }) };
}

/** What of a sound is in a tone. @param step how far the tone's phase goes with each sample, radians */
function createTone(step: number) {
  const [turnRe, turnIm] = [Math.cos(step), Math.sin(step)];
  let [re, im] = [0, 0];
  let [ownRe, ownIm] = [1, 0];
  return {
    take(value: number): void {
      re += value * ownRe;
      im -= value * ownIm;
      const next = ownRe * turnRe - ownIm * turnIm;
      ownIm = ownRe * turnIm + ownIm * turnRe;
      ownRe = next;
    },
    /** Since the last time; the phase is set anew by the number of samples so far, since turning it step by step drifts. */
    sum(samples: number): [number, number] {
      const sum: [number, number] = [re, im];
      re = im = 0;
      const phase = (step * samples) % (2 * Math.PI);
      [ownRe, ownIm] = [Math.cos(phase), Math.sin(phase)];
      return sum;
    },
  };
}

/** How sure a bit is of which the one side is so much likelier, as a logarithm. */
const sure = (says: number) => 1 / (1 + Math.exp(-says));
