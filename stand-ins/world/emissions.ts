import { usualSideband } from "../../src/core/band";
import { baudotCodes, dotLength, keyed, rttyLine, USUAL_BAUD, USUAL_KEYING, USUAL_SHIFT } from "../../src/core/signal";
import type { AirMode } from "./operators";
import { fractionOf, type Random, randomFrom } from "../../src/core/random";

/** What is sent, as far as its sound goes. */
export interface Sent {
  readonly id: number;
  readonly frequencyHz: number;
  readonly mode: AirMode;
  /** Morse, words a minute; null in other modes. */
  readonly speed: number | null;
  readonly text: string;
}

/** A point of what is sent, about its frequency: the amplitude of the one that is fully on is 1. */
export interface IqPoint {
  i: number;
  q: number;
}

/** Gives what is sent, sample after sample. */
export type Emission = (
  /** Seconds since it began; each time later than before. */
  at: number,
  point: IqPoint,
) => void;

/** How each mode sounds. */
const EMISSIONS: Readonly<Record<AirMode, (sent: Sent, rate: number, random: Random) => Emission>> = {
  CW: morse,
  RTTY: rtty,
  FT8: eightTones,
  SSB: voice,
  FM: deviated,
};

/** @param rate samples a second */
export function emissionOf(sent: Sent, rate: number): Emission {
  return EMISSIONS[sent.mode](sent, rate, randomFrom(sent.id));
}

/** How long the key's edge takes, seconds: what is keyed harder clicks. */
const EDGE_S = 0.006;
/** How unevenly a hand keys: each edge comes earlier or later by up to so much of a dot. */
const UNEVEN = 0.12;

function morse({ text, speed }: Sent, _rate: number, random: Random): Emission {
  const keying = { ...USUAL_KEYING, speed: speed ?? USUAL_KEYING.speed };
  const sway = () => (random.next() - 0.5) * 2 * UNEVEN * dotLength(keying.speed);
  const marks: { readonly from: number; readonly to: number }[] = [];
  let begins = 0;
  for (const { down, lasts } of keyed(text, keying)) {
    for (const { from, to } of down)
      marks.push({ from: (begins + from + sway()) / 1000, to: (begins + to + sway()) / 1000 });
    begins += lasts;
  }
  let next = 0;
  return (time, point) => {
    while (next < marks.length && marks[next]!.to + EDGE_S < time) next++;
    const mark = marks[next];
    point.i = mark === undefined ? 0 : edge((time - mark.from) / EDGE_S) * edge((mark.to + EDGE_S - time) / EDGE_S);
    point.q = 0;
  };
}

/** A raised cosine, from 0 to 1. */
function edge(share: number): number {
  return share <= 0 ? 0 : share >= 1 ? 1 : (1 - Math.cos(Math.PI * share)) / 2;
}

/** The mark stands at the frequency, the space below it. */
function rtty({ text }: Sent): Emission {
  const ends: { readonly isMark: boolean; readonly to: number }[] = [];
  let to = 0;
  for (const { isMark, bits } of rttyLine(baudotCodes(text))) {
    to += bits / USUAL_BAUD;
    ends.push({ isMark, to });
  }
  let next = 0;
  return tone((time) => {
    while (next < ends.length && ends[next]!.to < time) next++;
    return (ends[next]?.isMark ?? true) ? 0 : -USUAL_SHIFT;
  });
}

/** Eight tones, as far apart as they are fast; which they are follows from the text. The time is the public mode's. */
const [TONES, TONE_HZ] = [8, 6.25];

function eightTones({ text }: Sent): Emission {
  return tone((time) => Math.floor(fractionOf(`${text} ${Math.floor(time * TONE_HZ)}`) * TONES) * TONE_HZ);
}

/** An oscillator whose frequency changes without a jump of its phase. */
function tone(hertzAt: (time: number) => number): Emission {
  let [phase, before] = [0, 0];
  return (time, point) => {
    phase = (phase + 2 * Math.PI * hertzAt(time) * (time - before)) % (2 * Math.PI);
    before = time;
    point.i = Math.cos(phase);
    point.q = Math.sin(phase);
  };
}

/** Where a voice is strong, from the carrier on, Hz, how wide there, and how much of it. */
const FORMANTS = [
  [550, 300, 1],
  [1300, 480, 0.8],
  [2150, 420, 0.6],
] as const;
/** A voice's mean is so far below its peaks, as an amplitude. */
const VOICE = 0.4;

/** Noise where voices are strong, in syllables, on the sideband that is usual. */
function voice({ frequencyHz }: Sent, rate: number, random: Random): Emission {
  const side = usualSideband(frequencyHz) === "LSB" ? -1 : 1;
  const tuned = FORMANTS.map(([middle, width, share]) => resonator((side * middle) / rate, width / rate, share));
  const gauss = gaussOf(random);
  const [first, second] = [random.next() * 6, random.next() * 6];
  const out = { i: 0, q: 0 };
  return (time, point) => {
    const loud = Math.max(0.02, 0.65 + 0.5 * Math.sin(21 * time + first) + 0.45 * Math.sin(4.3 * time + second));
    const i = gauss();
    const q = gauss();
    point.i = point.q = 0;
    for (const one of tuned) {
      one(i, q, out);
      point.i += out.i * loud * VOICE;
      point.q += out.q * loud * VOICE;
    }
  };
}

/** Lets through what is near to a frequency: two complex poles. Frequency and width are shares of the rate. */
function resonator(middle: number, width: number, gain: number) {
  const radius = Math.exp(-Math.PI * width);
  const [re, im] = [radius * Math.cos(2 * Math.PI * middle), radius * Math.sin(2 * Math.PI * middle)];
  const scale = gain / Math.sqrt((2 * (1 + radius ** 2)) / (1 - radius ** 2) ** 3);
  let [ai, aq, bi, bq] = [0, 0, 0, 0];
  return (i: number, q: number, out: IqPoint) => {
    let was = ai;
    ai = ai * re - aq * im + i;
    aq = was * im + aq * re + q;
    was = bi;
    bi = bi * re - bq * im + ai;
    bq = was * im + bq * re + aq;
    out.i = bi * scale;
    out.q = bq * scale;
  };
}

/** How far FM moves its carrier, Hz, and how fast what is said moves it. */
const [DEVIATION, SAID_HZ] = [2500, 700];

function deviated(_: Sent, rate: number, random: Random): Emission {
  const gauss = gaussOf(random);
  const share = (2 * Math.PI * SAID_HZ) / rate;
  let said = 0;
  return tone(() => {
    said += (gauss() * Math.sqrt(2 / share) - said) * share;
    return Math.max(-1, Math.min(1, said * 0.5)) * DEVIATION;
  });
}

/** So many numbers are made, and taken by turns from where chance says. */
const MADE = 2 ** 16;

/** Numbers with a normal distribution, of a mean of zero and a deviation of one (Box and Muller, 1958). */
export function gaussOf(random: Pick<Random, "next">): () => number {
  const made = madeOnce();
  let [at, until] = [0, 0];
  return () => {
    if (at === until) {
      at = Math.floor(random.next() * MADE);
      until = at + 1 + Math.floor(random.next() * (MADE - at));
    }
    return made[at++]!;
  };
}

let kept: Float32Array | undefined;

function madeOnce(): Float32Array {
  if (kept !== undefined) return kept;
  const random = randomFrom(MADE);
  kept = Float32Array.from(
    { length: MADE },
    () => Math.sqrt(-2 * Math.log(1 - random.next())) * Math.cos(2 * Math.PI * random.next()),
  );
  return kept;
}
