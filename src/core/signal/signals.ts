import { noiseFloor, type Spectrum } from "./spectrum";

/** What a signal looks like: one tone that comes and goes, two of which one is on while the other is off, or all else. */
export type SignalKind = "carrier" | "tones" | "wide";

/** Something that stands above the noise. */
export interface FoundSignal {
  /** The same as long as it is heard. */
  readonly id: number;
  readonly kind: SignalKind;
  /** Its middle, Hz from the lowest place on. */
  readonly hertz: number;
  /** From its lower to its upper edge, Hz; of a carrier none. */
  readonly widthHz: number;
  /** How far its strongest place is over the noise there, decibels, in the mean of the last second or so. */
  readonly over: number;
  /** When it was heard first, seconds, as they were passed in. */
  readonly since: number;
}

export interface FinderOptions {
  /** From one place of the spectrum to the next, Hz. */
  readonly placeHz: number;
  /** Between spectra, seconds. */
  readonly every: number;
  /** A tone is so many places wide by the spectrum's window: from its middle to its edge. */
  readonly reach: number;
}

/** Finds the signals in spectra, as they come. */
export interface SignalFinder {
  /**
   * @param level decibels over the noise from which on something is a signal
   * @param at seconds
   */
  readonly take: (spectrum: Spectrum, level: number, at: number) => readonly FoundSignal[];
}

/** Over so long the noise, and what is heard, is taken together, seconds. */
const MEMORY_S = 1;
/** A place is heard when it was above the level so much of the time, and until it is less: Morse is on for 44 per cent. */
const [COMES, GOES] = [0.22, 0.08];
/** A moment in which so much of the band is loud is a crash of static, unless it lasts, seconds. */
const [CRASH_SHARE, CRASH_LASTS_S] = [0.4, 2];
const CRASH_OVER = 2.5;
/** Between two tones the spectrum falls by so much at least. */
const DIP = 2.5;
/** A pair of tones is so far apart, Hz, alike in strength to this factor, and the one is on while the other is off. */
const [LEAST_SHIFT, MOST_SHIFT, UNLIKE, BY_TURNS] = [60, 900, 8, -0.35];
/**
 * What is so near to something so much louder, Hz and a share of its power, are the clicks of its key, if the like is
 * on the other side of it: what keys a carrier stands on both sides alike.
 */
const [CLICKS_HZ, CLICKS, ALIKE] = [1000, 0.003, 0.4];
/** More peaks than this in one piece are no tones. */
const MOST_PEAKS = 4;
/** Places to each side of a peak that tell its centre. */
const AROUND = 2;
/** Pieces of one wide signal are no farther apart, Hz. */
const PIECES_HZ = 500;
/** A peak beside a wide signal that is so much weaker belongs to it. */
const FRINGE = 0.1;
/** A signal that was so near before is the same, Hz. */
const SAME_HZ = 40;

interface Peak {
  readonly from: number;
  readonly to: number;
  readonly place: number;
}
type Candidate = Omit<FoundSignal, "id" | "since">;

export function createSignalFinder({ placeHz, every, reach }: FinderOptions): SignalFinder {
  const share = Math.min(1, every / MEMORY_S);
  const remembered = Math.max(8, Math.round((2 * MEMORY_S) / every));
  let floor = new Float32Array(0);
  let mean = new Float32Array(0);
  let heard = new Float32Array(0);
  let isHeard: boolean[] = [];
  let last: Float32Array[] = [];
  let crashes = 0;
  let known: readonly FoundSignal[] = [];
  let ids = 0;

  function take(spectrum: Spectrum, level: number, at: number): readonly FoundSignal[] {
    const { powers } = spectrum;
    const now = noiseFloor(spectrum, placeHz);
    if (floor.length !== powers.length || crashes * every > CRASH_LASTS_S) begin(now);
    const loud = powers.reduce((count, power, place) => count + Number(power > floor[place]! * CRASH_OVER), 0);
    if (loud > powers.length * CRASH_SHARE) {
      crashes++;
      return known;
    }
    crashes = 0;
    const factor = 10 ** (level / 10);
    for (let place = 0; place < powers.length; place++) {
      floor[place] = between(floor[place]!, now[place]!, share);
      mean[place]! += (powers[place]! - mean[place]!) * share;
      heard[place]! += (Number(powers[place]! > floor[place]! * factor) - heard[place]!) * share;
      isHeard[place] = heard[place]! > (isHeard[place] ? GOES : COMES);
    }
    last.push(powers);
    if (last.length > remembered) last.shift();
    known = named(candidates(), at);
    return known;
  }

  /** From nothing: at first, and when the whole band is louder than it was. */
  function begin(now: Float32Array): void {
    floor = now.slice();
    mean = now.slice();
    heard = new Float32Array(now.length);
    isHeard = Array.from(now, () => false);
    last = [];
  }

  function candidates(): Candidate[] {
    const carriers: Peak[] = [];
    const wide: Peak[] = [];
    for (const piece of pieces()) {
      const peaks = peaksOf(piece);
      if (peaks.length <= MOST_PEAKS && piece.to - piece.from <= peaks.length * (2 * reach + 1) + reach)
        carriers.push(...peaks);
      else {
        const before = wide.at(-1);
        if (before !== undefined && (piece.from - before.to) * placeHz <= PIECES_HZ)
          wide[wide.length - 1] = { ...louder(before, piece), from: before.from, to: piece.to };
        else wide.push(piece);
      }
    }
    const isFringe = ({ place }: Peak) =>
      wide.some(
        (one) =>
          mean[place]! < mean[one.place]! * FRINGE && Math.max(one.from - place, place - one.to) * placeHz <= PIECES_HZ,
      );
    const alone = carriers.filter((one) => !isFringe(one));
    return [...pairsAndSingles(alone), ...wide.map((piece) => ofKind("wide", piece))].sort(
      (one, other) => one.hertz - other.hertz,
    );
  }

  function isClick(place: number): boolean {
    const around = Math.round(CLICKS_HZ / placeHz);
    for (let of = Math.max(0, place - around); of <= Math.min(mean.length - 1, place + around); of++) {
      const isKeyed = mean[place]! < mean[of]! * CLICKS && of === loudest(Math.max(0, of - 1), of + 1);
      if (isKeyed && isAlike(2 * of - place, mean[place]! * ALIKE)) return true;
    }
    return false;
  }

  /** Whether as much is at a place, or beside it; beyond the band it may be. */
  function isAlike(place: number, power: number): boolean {
    return [place - 1, place, place + 1].some((at) => (mean[at] ?? Infinity) >= power);
  }

  /** Places beside one another that are heard. */
  function pieces(): Peak[] {
    const found: Peak[] = [];
    const counts = isHeard.map((heardHere, place) => heardHere && !isClick(place));
    for (let place = 0; place < counts.length; place++) {
      if (!counts[place]) continue;
      const from = place;
      while (counts[place + 1]) place++;
      found.push({ from, to: place, place: loudest(from, place) });
    }
    return found;
  }

  /** A piece, parted where it falls between two peaks. */
  function peaksOf({ from, to }: Pick<Peak, "from" | "to">): Peak[] {
    const place = loudest(from, to);
    for (const step of [-1, 1]) {
      let dip = place;
      for (let at = place + step; at >= from && at <= to; at += step) {
        if (mean[at]! < mean[dip]!) dip = at;
        else if (mean[at]! > mean[dip]! * DIP) {
          const cut = step === 1 ? dip + 1 : dip;
          return [...peaksOf({ from, to: cut - 1 }), ...peaksOf({ from: cut, to })];
        }
      }
    }
    return [{ from, to, place }];
  }

  /** Of the tones those that go by turns together, the others each by itself. */
  function pairsAndSingles(peaks: readonly Peak[]): Candidate[] {
    const found: Candidate[] = [];
    const paired = new Set<Peak>();
    for (const [nth, one] of peaks.entries()) {
      if (paired.has(one)) continue;
      const other = peaks.slice(nth + 1).find((next) => !paired.has(next) && arePair(one, next));
      if (other === undefined) found.push(ofKind("carrier", one));
      else {
        paired.add(other);
        const [low, high] = [centreOf(one), centreOf(other)];
        const over = overOf(louder(one, other).place);
        found.push({ kind: "tones", hertz: (low + high) / 2, widthHz: high - low, over });
      }
    }
    return found;
  }

  function arePair(one: Peak, other: Peak): boolean {
    const apart = (other.place - one.place) * placeHz;
    const alike = mean[one.place]! / mean[other.place]!;
    if (apart < LEAST_SHIFT || apart > MOST_SHIFT || Math.max(alike, 1 / alike) > UNLIKE) return false;
    return last.length >= remembered / 2 && correlation(timesOf(one), timesOf(other)) < BY_TURNS;
  }
  const timesOf = ({ place }: Peak) =>
    last.map((powers) => powers[place - 1]! + powers[place]! + (powers[place + 1] ?? 0));

  function ofKind(kind: SignalKind, peak: Peak): Candidate {
    const over = overOf(peak.place);
    if (kind === "carrier") return { kind, hertz: centreOf(peak), widthHz: 0, over };
    return { kind, hertz: ((peak.from + peak.to) / 2) * placeHz, widthHz: (peak.to - peak.from + 1) * placeHz, over };
  }

  /** The centre of what is over the noise around a peak: more places would add more noise than tone. */
  function centreOf({ place }: Peak): number {
    let [sum, moment] = [0, 0];
    for (let at = Math.max(0, place - AROUND); at <= Math.min(mean.length - 1, place + AROUND); at++) {
      const excess = mean[at]! - floor[at]!;
      sum += excess;
      moment += excess * (at - place);
    }
    const beside = sum > 0 ? Math.max(-1, Math.min(1, moment / sum)) : 0;
    return (place + beside) * placeHz;
  }

  const overOf = (place: number) => 10 * Math.log10(mean[place]! / floor[place]!);
  const louder = (one: Peak, other: Peak) => (mean[other.place]! > mean[one.place]! ? other : one);
  function loudest(from: number, to: number): number {
    let place = from;
    for (let at = from; at <= to; at++) if (mean[at]! > mean[place]!) place = at;
    return place;
  }

  /** Each keeps its number from the time before, by where it is. */
  function named(found: readonly Candidate[], at: number): readonly FoundSignal[] {
    const before = [...known];
    return found.map((one) => {
      const far = (other: FoundSignal) => Math.abs(other.hertz - one.hertz);
      const near = before.filter((other) => far(other) <= Math.max(SAME_HZ, one.widthHz / 2));
      const same = near.sort((a, b) => far(a) - far(b))[0];
      if (same !== undefined) before.splice(before.indexOf(same), 1);
      return { ...one, id: same?.id ?? ++ids, since: same?.since ?? at };
    });
  }

  return { take };
}

/** On the way from one power to another, by decibels: a crash that it began with is forgotten soon. */
function between(power: number, to: number, share: number): number {
  return power > 0 && to > 0 ? power * (to / power) ** share : to;
}

/** How two rows of numbers go together, from -1 to 1 (Pearson). */
function correlation(one: readonly number[], other: readonly number[]): number {
  const meanOf = (all: readonly number[]) => all.reduce((sum, value) => sum + value, 0) / all.length;
  const [a, b] = [meanOf(one), meanOf(other)];
  let [both, first, second] = [0, 0, 0];
  for (const [nth, value] of one.entries()) {
    both += (value - a) * (other[nth]! - b);
    first += (value - a) ** 2;
    second += (other[nth]! - b) ** 2;
  }
  return first === 0 || second === 0 ? 0 : both / Math.sqrt(first * second);
}

/** The signal that a place on the picture is meant for: the nearest whose middle or width is within reach; none else. */
export function nearestSignal(
  signals: readonly FoundSignal[],
  hertz: number,
  reachHz: number,
): FoundSignal | undefined {
  const far = (one: FoundSignal) => Math.max(0, Math.abs(one.hertz - hertz) - one.widthHz / 2);
  return signals
    .filter((one) => far(one) <= reachHz)
    .sort((a, b) => far(a) - far(b) || Math.abs(a.hertz - hertz) - Math.abs(b.hertz - hertz))[0];
}
