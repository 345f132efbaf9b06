import { logBessel } from "./logBessel";
import { FASTEST, letterOfCode } from "./morse";

/** A letter that was read; a space between words is one, too. */
export interface MorseRead {
  /** The letter; "*" for what is none. */
  readonly letter: string;
  /** Seconds since the reading began, where it begins. */
  readonly at: number;
  /** How sure it is that each element and each pause in it is one, 0 to 1. */
  readonly confidence: number;
}

/** Reads Morse piece by piece, a few letters later than it was sent. */
export interface MorseReader {
  /** @param sound of any length, from -1 to 1 */
  readonly take: (sound: Float32Array) => MorseRead[];
  /** What is left when nothing more comes. */
  readonly end: () => MorseRead[];
  /** The tone is another from now on, Hz. */
  readonly tune: (tone: number) => void;
  /** Words a minute, as it is read; null before that is known. */
  readonly speed: () => number | null;
}

// What is looked up in the world around at every turn of a loop costs more than the turn.
const { PI, abs, ceil, cos, exp, floor, log, log2, max, min, round, sin, sqrt } = Math;
const NEVER = Number.NEGATIVE_INFINITY;

/** The carrier is looked at in steps of so long, seconds. */
const STEP_S = 0.0025;
/** So many steps are remembered. */
const STEPS = 16_384;
/** Speeds that are tried at once, from words a minute on, each so much faster than the one before. */
const [SLOWEST_READ, SPEEDS, FASTER] = [8, 27, 1.0734];
/** A dot is divided into so many ticks, at which its ends may be. */
const TICKS = 8;
const TICKS_KEPT = 4096;
const [STEP_MASK, TICK_MASK] = [STEPS - 1, TICKS_KEPT - 1];
/** What marks are worth is remembered for so many ticks, of up to so many lengths less one. */
const [PIECES_KEPT, LENGTHS] = [64, 32];
const PIECES_MASK = PIECES_KEPT - 1;

/** What time is made of: how long it is, in dots, how often it comes, and how much longer or shorter it may be. */
interface Part {
  readonly dots: number;
  readonly share: number;
  readonly spread: number;
}
const PARTS: readonly Part[] = [
  { dots: 1, share: 0.55, spread: 0.14 },
  { dots: 3, share: 0.45, spread: 0.24 },
  { dots: 1, share: 0.6, spread: 0.17 },
  { dots: 3, share: 0.3, spread: 0.46 },
  { dots: 7, share: 0.1, spread: 0.7 },
];
/** Longer than so many dots no part lasts. */
const LONGEST = 12;
const [DOT, DASH, INSIDE, WORDS, IDLE, NONE] = [0, 1, 2, 4, 5, 6];
/** Farther from its length than so many deviations nothing is. */
const DEVIATIONS = 2.5;
/** The ends of parts are told apart no finer than this, seconds: else many short parts would outweigh few long ones. */
const FINE_S = 0.015;

/** The noise is taken beside the carrier, Hz away, in windows of so many steps, over so many steps. */
const [BESIDE, WINDOW, NOISE_STEPS] = [[-160, -120, 120, 160], 16, 1600];
/** How strong the carrier is, is told by the strongest parts of the last seconds, and of the last few. */
const LEVELS: readonly (readonly [seconds: number, share: number])[] = [
  [6, 0.85],
  [2.4, 0.7],
];
const LEVEL_EVERY_S = 0.4;
/** The greater of both, with the noise in it, is too great by about so much; too little does less harm than too much. */
const LEVEL_IS = 0.85;
/** Of the carrier's power: with less noise, or none, a moment would say so much that it outweighed all others. */
const LEAST_NOISE = 0.001;
/**
 * Who is so strong, as a dot's energy over the noise, may fade until a dot has so much less, which is seldom: with less
 * still, noise would be taken for him.
 */
const [STRONG, FAINTEST, FAINT] = [40, 20, 6];
/** What is read waits so long, seconds, so that it is known by then how strong the carrier is. */
const DELAY_S = 1.6;
/** A dot's energy over the noise below which nothing is read: noise alone has about 1. */
const LEAST = 4;
/** Speeds are compared by what they are worth since so long, seconds; what is no better by so much changes nothing. */
const [COMPARED_S, BETTER] = [5, 10];
/** While one rests there is less to compare by: then it must be better so many times. */
const BETTER_AT_REST = 1.3;
/** Speeds so near to each other are alike; one that is another must hold for so long, seconds, before it is believed. */
const [ALIKE, SURE_S] = [2, 2.5];
/** Letters that ended so many dots ago stand. */
const LAG = 14;
/** How fast it is, is told by the last letters: each counts by so much less for each that follows. */
const SPEED_KEPT = 0.8;
/** What it is worth that a rest is longer than that between words. */
const RESTS = -5;
/** What the marks of a letter are worth together at least: less may be noise. */
const LEAST_EVIDENCE = 8;
/** How often it is looked what was read, steps. */
const LOOK_STEPS = 100;

/** One speed that is tried: what each tick is worth as the end of a mark or of a pause, and how that came about. */
interface Trial {
  /** Steps of a dot, and of a tick. */
  readonly dot: number;
  readonly tick: number;
  /** Of each part the ticks that it may last, and what that is worth. */
  readonly lengths: readonly { readonly first: number; readonly worth: Float64Array }[];
  readonly marks: Float64Array;
  readonly pauses: Float64Array;
  readonly markBy: Uint8Array;
  readonly markLasts: Uint16Array;
  readonly pauseBy: Uint8Array;
  readonly pauseLasts: Uint16Array;
  /** What a mark is worth that ends at a tick and lasts from `shortest` ticks on: of the last ticks, by their lengths. */
  readonly pieces: Float64Array;
  readonly shortest: number;
  readonly longest: number;
  readonly levels: readonly Quantile[];
  /** Ticks until now: those that were measured, and those that are read. */
  measured: number;
  read: number;
  /** Twice the carrier's amplitude, and its power, over the noise's power in a step. */
  scale: number;
  loss: number;
  /** Of his amplitude, when he has faded; null while he is not strong. */
  faint: number | null;
}

/**
 * Of all ways to share time out into dots, dashes and pauses the likeliest is taken (Viterbi), at each of many speeds at
 * once, and of these the speed that explains the last seconds best. What a mark is worth is the logarithm of how much
 * likelier carrier and noise are than noise alone, from the matched filter of its length, without the phase.
 *
 * @param begun where the carrier is heard, Hz
 * @param rate samples a second
 */
export function createMorseReader(begun: number, rate: number): MorseReader {
  const perStep = rate * STEP_S;
  const trials = Array.from({ length: SPEEDS }, (_, nth) => trialOf(SLOWEST_READ * FASTER ** nth));
  /** The sums of the carrier, turned to rest, until each step. */
  const [sumI, sumQ] = [new Float64Array(STEPS), new Float64Array(STEPS)];
  const beside = BESIDE.map((away) => ({ away, i: new Float64Array(STEPS), q: new Float64Array(STEPS), power: 0 }));
  let tone = begun;
  let [phase, stepI, stepQ, inStep] = [0, 0, 0, 0];
  /** Steps until now. */
  let steps = 0;
  /** The noise's power in a step. */
  let noise = 0;
  let best: Trial | null = null;
  /** Since when it is about so fast, steps. */
  let chosenAt = 0;
  /** It is about so fast for long enough. */
  let isSure = false;
  /** Of the last letters: how long they lasted, steps, and how many dots that should be. */
  let [lasted, dots] = [0, 0];
  /** What was read until here stands, steps. */
  let settled = 0;

  const at = (step: number) => step & STEP_MASK;
  function energy(i: Float64Array, q: Float64Array, from: number, to: number): number {
    const [a, b] = [at(from), at(to)];
    return (i[b]! - i[a]!) ** 2 + (q[b]! - q[a]!) ** 2;
  }

  function endStep(): void {
    const before = at(steps);
    const now = at(++steps);
    sumI[now] = sumI[before]! + stepI;
    sumQ[now] = sumQ[before]! + stepQ;
    for (const one of beside) {
      const angle = 2 * PI * one.away * steps * STEP_S;
      const [re, im] = [cos(angle), sin(angle)];
      one.i[now] = one.i[before]! + stepI * re + stepQ * im;
      one.q[now] = one.q[before]! + stepQ * re - stepI * im;
      if (steps < WINDOW) continue;
      const power = energy(one.i, one.q, steps - WINDOW, steps) / WINDOW;
      one.power += (power - one.power) / min(steps - WINDOW + 1, NOISE_STEPS);
    }
    [stepI, stepQ] = [0, 0];
    // A station beside it is no noise: the quieter half tells.
    const powers = beside.map(({ power }) => power).sort((a, b) => a - b);
    noise = (powers[0]! + powers[1]!) / 2;
  }

  /** What it is worth that the carrier was there in so many pieces. */
  function worthOf(trial: Trial, from: number, to: number, pieces: number): number {
    let [sum, begins] = [0, from];
    for (let piece = 1; piece <= pieces; piece++) {
      const ends = from + round(((to - from) * piece) / pieces);
      sum += worthIn(trial, sqrt(energy(sumI, sumQ, begins, ends)), ends - begins);
      begins = ends;
    }
    return sum;
  }

  function measure(trial: Trial): void {
    const { dot, tick, levels } = trial;
    const window = max(1, round(dot * 0.9));
    const often = round(LEVEL_EVERY_S / STEP_S / tick);
    for (; (trial.measured + 1) * tick <= steps; trial.measured++) {
      const to = (trial.measured + 1) * tick;
      const now = to < window ? 0 : energy(sumI, sumQ, to - window, to) / window;
      for (const level of levels) level.add(now);
      if (trial.measured % often !== 0) continue;
      const most = levels.reduce((top, level) => max(top, level.value()), 0);
      const power = (LEVEL_IS * max(0, most - noise)) / window;
      const against = max(noise, power * LEAST_NOISE);
      trial.scale = against > 0 ? (2 * sqrt(power)) / against : 0;
      trial.loss = against > 0 ? power / against : 0;
      trial.faint = trial.loss * dot < STRONG ? null : sqrt(FAINTEST / (trial.loss * dot));
    }
  }

  /** What marks are worth that end at a tick: of a dash each third by itself. */
  function weigh(trial: Trial, now: number): void {
    const { tick, pieces, shortest, longest } = trial;
    const place = (now & PIECES_MASK) * LENGTHS;
    const b = (now * tick) & STEP_MASK;
    for (let length = shortest; length <= longest; length++) {
      const a = ((now - length) * tick) & STEP_MASK;
      const [i, q] = [sumI[b]! - sumI[a]!, sumQ[b]! - sumQ[a]!];
      pieces[place + length] = worthIn(trial, sqrt(i * i + q * q), length * tick);
    }
  }

  function read(trial: Trial, until: number): void {
    const { dot, tick, lengths, marks, pauses, markBy, markLasts, pauseBy, pauseLasts, pieces } = trial;
    const isHeard = trial.loss * dot > LEAST;
    const [dots, dashes] = [lengths[DOT]!, lengths[DASH]!];
    while ((trial.read + 1) * tick <= until) {
      const now = ++trial.read;
      const place = now & TICK_MASK;
      let [worth, by, lasts] = [NEVER, NONE, 0];
      if (isHeard) {
        weigh(trial, now);
        const ends = (now & PIECES_MASK) * LENGTHS;
        for (let nth = 0; nth < dots.worth.length; nth++) {
          const length = dots.first + nth;
          const total = pauses[(now - length) & TICK_MASK]! + dots.worth[nth]! + pieces[ends + length]!;
          if (total > worth) [worth, by, lasts] = [total, DOT, length];
        }
        for (let nth = 0; nth < dashes.worth.length; nth++) {
          const length = dashes.first + nth;
          const before = pauses[(now - length) & TICK_MASK]! + dashes.worth[nth]!;
          if (before === NEVER) continue;
          const third = round(length / 3);
          const rest = length - third;
          const second = rest >> 1;
          const total =
            before +
            pieces[ends + third]! +
            pieces[((now - third) & PIECES_MASK) * LENGTHS + second]! +
            pieces[((now - third - second) & PIECES_MASK) * LENGTHS + rest - second]!;
          if (total > worth) [worth, by, lasts] = [total, DASH, length];
        }
      }
      marks[place] = worth;
      markBy[place] = by;
      markLasts[place] = lasts;
      [worth, by, lasts] = [NEVER, NONE, 0];
      for (let part = INSIDE; part <= WORDS; part++) {
        const { first, worth: of } = lengths[part]!;
        for (let nth = 0; nth < of.length; nth++) {
          const total = marks[(now - first - nth) & TICK_MASK]! + of[nth]!;
          if (total > worth) [worth, by, lasts] = [total, part, first + nth];
        }
      }
      const before = (now - 1) & TICK_MASK;
      // Who rests longer than between words begins again seldom.
      const rest = pauses[before]! + (pauseBy[before] === WORDS ? RESTS : 0);
      const canRest = pauseBy[before] === WORDS || pauseBy[before] === IDLE;
      if (canRest && rest > worth) [worth, by, lasts] = [rest, IDLE, 1];
      pauses[place] = worth;
      pauseBy[place] = by;
      pauseLasts[place] = lasts;
    }
  }

  const worthAt = ({ marks, pauses }: Trial, tick: number) => max(marks[tick & TICK_MASK]!, pauses[tick & TICK_MASK]!);
  /** What a speed explains of the last seconds. */
  function gainOf(trial: Trial): number {
    const since = max(0, trial.read - round(COMPARED_S / STEP_S / trial.tick));
    return worthAt(trial, trial.read) - worthAt(trial, since);
  }

  function isResting({ marks, pauses, pauseBy, read: now }: Trial): boolean {
    const place = now & TICK_MASK;
    return pauses[place]! > marks[place]! && (pauseBy[place] === WORDS || pauseBy[place] === IDLE);
  }

  function choose(): void {
    let [most, chosen] = [NEVER, best];
    for (const trial of trials) {
      const gain = gainOf(trial);
      if (gain > most) [most, chosen] = [gain, trial];
    }
    if (most <= 0 || chosen === null) return;
    if (best !== null && most <= gainOf(best) * (isResting(best) ? BETTER_AT_REST : 1) + BETTER) return;
    if (best === null || abs(trials.indexOf(best) - trials.indexOf(chosen)) > ALIKE)
      [chosenAt, isSure] = [steps, false];
    best = chosen;
  }

  /** Reads anew from where what was read stands: by now it is known how strong the carrier is, and how fast it is keyed. */
  function readAnew(trial: Trial): void {
    const { tick, marks, pauses, pauseBy } = trial;
    const farthest = trial.read - TICKS_KEPT / 2;
    const from = max(0, farthest, ceil(settled / tick));
    if (from >= trial.read) return;
    const until = trial.read * tick;
    const begun = max(0, worthAt(trial, from));
    for (let ago = 0; ago < TICKS * LONGEST; ago++)
      marks[(from - ago) & TICK_MASK] = pauses[(from - ago) & TICK_MASK] = NEVER;
    pauses[from & TICK_MASK] = begun;
    pauseBy[from & TICK_MASK] = IDLE;
    trial.read = from;
    read(trial, until);
  }

  /** Letters of the likeliest way that ended before a step, and were not given yet. */
  function letters(until: number): MorseRead[] {
    if (best === null) return [];
    const trial = best;
    const { tick, marks, pauses } = trial;
    const parts: { readonly by: number; readonly from: number; readonly to: number }[] = [];
    let now = trial.read;
    let isMark = marks[now & TICK_MASK]! > pauses[now & TICK_MASK]!;
    while (now > 0 && now > trial.read - TICKS_KEPT + 1 && now * tick > settled - STEPS / 4) {
      const place = now & TICK_MASK;
      const by = isMark ? trial.markBy[place]! : trial.pauseBy[place]!;
      const lasts = isMark ? trial.markLasts[place]! : trial.pauseLasts[place]!;
      if (by === NONE || lasts === 0) break;
      parts.push({ by, from: (now - lasts) * tick, to: now * tick });
      now -= lasts;
      if (by !== IDLE) isMark = !isMark;
    }
    parts.reverse();
    const found: MorseRead[] = [];
    let elements: Element[] = [];
    let gap = 0;
    const close = (isOver: boolean, isWord: boolean) => {
      const [first, last] = [elements[0], elements.at(-1)];
      const evidence = elements.reduce((sum, { worth }) => sum + worth, 0);
      if (first !== undefined && isOver && first.from >= settled && last!.to <= until && evidence > LEAST_EVIDENCE) {
        found.push(...spelt(elements));
        lasted = lasted * SPEED_KEPT + last!.to - first.from;
        dots = dots * SPEED_KEPT + elements.reduce((sum, { sign }) => sum + (sign === "." ? 2 : 4), -1);
        if (isWord) found.push({ letter: " ", at: last!.to * STEP_S, confidence: 1 });
        settled = last!.to;
      }
      elements = [];
    };
    for (const { by, from, to } of parts) {
      if (by === DOT || by === DASH) {
        const worth = worthOf(trial, from, to, by === DOT ? 1 : 3);
        elements.push({ sign: by === DOT ? "." : "-", from, to, worth, gap });
      } else if (by === INSIDE) gap = -fullWorth(trial, sqrt(energy(sumI, sumQ, from, to)), to - from);
      else close(true, by === WORDS);
    }
    close(until >= trial.read * tick, false);
    return found;
  }

  function look(delay: number): MorseRead[] {
    for (const trial of trials) {
      measure(trial);
      read(trial, steps - delay);
    }
    choose();
    if (delay > 0 && steps - chosenAt < SURE_S / STEP_S) return [];
    if (best !== null && !isSure) {
      isSure = true;
      readAnew(best);
    }
    return letters(delay === 0 ? Infinity : steps - delay - LAG * (best?.dot ?? 0));
  }

  return {
    take(sound) {
      const turn = (2 * PI * tone) / rate;
      const found: MorseRead[] = [];
      for (const value of sound) {
        stepI += value * cos(phase);
        stepQ -= value * sin(phase);
        phase = (phase + turn) % (2 * PI);
        if (++inStep < perStep) continue;
        inStep -= perStep;
        endStep();
        if (steps % LOOK_STEPS === 0) found.push(...look(DELAY_S / STEP_S));
      }
      return found;
    },
    end: () => look(0),
    tune: (next) => void (tone = next),
    speed: () => (dots === 0 ? null : (1.2 * dots) / (lasted * STEP_S)),
  };
}

/**
 * What it is worth that the carrier was there for so many steps.
 *
 * @param length of the sum of these steps
 */
function worthIn(trial: Trial, length: number, steps: number): number {
  const { scale, loss, faint } = trial;
  const worth = fullWorth(trial, length, steps);
  if (faint === null) return worth;
  return max(worth, quickLogBessel(scale * faint * length) - loss * faint ** 2 * steps - FAINT);
}

/** The same, unless he faded. */
function fullWorth({ scale, loss }: Trial, length: number, steps: number): number {
  return quickLogBessel(scale * length) - loss * steps;
}

/** So finely, and so far, the logarithm of the Bessel function is known beforehand. */
const [FINE, FAR] = [16, 64];
const KNOWN = Float64Array.from({ length: FINE * FAR + 2 }, (_, nth) => logBessel(nth / FINE));

function quickLogBessel(x: number): number {
  if (x >= FAR) return x - log(2 * PI * x) / 2;
  const place = floor(x * FINE);
  return KNOWN[place]! + (x * FINE - place) * (KNOWN[place + 1]! - KNOWN[place]!);
}

/** A dot or a dash as it was read. */
interface Element {
  readonly sign: "." | "-";
  /** Steps. */
  readonly from: number;
  readonly to: number;
  /** How much likelier it is that the carrier was there. */
  readonly worth: number;
  /** How much likelier it is that it was not, in the pause before it; of the first one nothing. */
  readonly gap: number;
}

/** The letter of these elements; where there is none, the two into which their longest pause parts them. */
function spelt(elements: readonly Element[]): MorseRead[] {
  const letter = letterOf(elements);
  if (letter !== undefined) return [readOf(letter, elements)];
  const pauses = elements
    .map(({ from }, nth) => ({ nth, lasts: nth === 0 ? 0 : from - elements[nth - 1]!.to }))
    .sort((one, other) => other.lasts - one.lasts);
  for (const { nth } of pauses) {
    const [before, behind] = [elements.slice(0, nth), elements.slice(nth)];
    const letters = [letterOf(before), letterOf(behind)] as const;
    if (letters[0] !== undefined && letters[1] !== undefined)
      return [readOf(letters[0], before), readOf(letters[1], behind)];
  }
  return [readOf("*", elements)];
}

const letterOf = (elements: readonly Element[]) => letterOfCode(elements.map(({ sign }) => sign).join(""));

function readOf(letter: string, elements: readonly Element[]): MorseRead {
  const sure = elements.reduce((least, { worth, gap }, nth) => min(least, worth, nth === 0 ? worth : gap), Infinity);
  return { letter, at: elements[0]!.from * STEP_S, confidence: 1 / (1 + exp(-sure / 2)) };
}

/** The power that a share of the last ones is below. */
interface Quantile {
  readonly add: (power: number) => void;
  readonly value: () => number;
}

/** Powers are told apart to such a share of a doubling. */
const [PER_DOUBLING, DOUBLINGS] = [12, 128];

function createQuantile(length: number, share: number): Quantile {
  const last = new Uint16Array(length);
  const counts = new Uint16Array(PER_DOUBLING * DOUBLINGS);
  let added = 0;
  return {
    add(power) {
      const at = added++ % length;
      if (added > length) counts[last[at]!]!--;
      const bin = floor((log2(power) + DOUBLINGS / 2) * PER_DOUBLING);
      last[at] = min(counts.length - 1, max(0, bin));
      counts[last[at]]!++;
    },
    value() {
      const below = floor(min(added, length) * share);
      let [sum, bin] = [0, 0];
      while (bin < counts.length - 1 && sum + counts[bin]! <= below) sum += counts[bin++]!;
      return bin === 0 ? 0 : 2 ** ((bin + 0.5) / PER_DOUBLING - DOUBLINGS / 2);
    },
  };
}

function trialOf(speed: number): Trial {
  const dot = 1.2 / min(FASTEST, speed) / STEP_S;
  const tick = max(1, round(dot / TICKS));
  const lengths = PARTS.map(({ dots, share, spread }) => {
    const [middle, deviation] = [dots * dot, spread * dot];
    const first = max(1, round((middle - DEVIATIONS * deviation) / tick));
    const count = floor((middle + DEVIATIONS * deviation) / tick) - first + 1;
    const worth = Float64Array.from({ length: count }, (_, nth) => {
      const off = ((first + nth) * tick - middle) / deviation;
      return log(share) - off ** 2 / 2 - log((deviation * STEP_S * sqrt(2 * PI)) / FINE_S);
    });
    return { first, worth };
  });
  const trial: Trial = {
    dot,
    tick,
    lengths,
    marks: new Float64Array(TICKS_KEPT).fill(NEVER),
    pauses: new Float64Array(TICKS_KEPT).fill(NEVER),
    markBy: new Uint8Array(TICKS_KEPT).fill(NONE),
    markLasts: new Uint16Array(TICKS_KEPT),
    pauseBy: new Uint8Array(TICKS_KEPT).fill(NONE),
    pauseLasts: new Uint16Array(TICKS_KEPT),
    pieces: new Float64Array(PIECES_KEPT * LENGTHS),
    shortest: min(lengths[DOT]!.first, floor(lengths[DASH]!.first / 3)),
    longest: max(
      lengths[DOT]!.first + lengths[DOT]!.worth.length - 1,
      ceil((lengths[DASH]!.first + lengths[DASH]!.worth.length - 1) / 3),
    ),
    levels: LEVELS.map(([seconds, share]) => createQuantile(round(seconds / STEP_S / tick), share)),
    measured: 0,
    read: 0,
    scale: 0,
    loss: 0,
    faint: null,
  };
  // It begins at rest.
  trial.pauses[0] = 0;
  trial.pauseBy[0] = IDLE;
  return trial;
}
