import { type Channel, createChannels } from "./channels";
import { createMorseReader } from "./morseReader";
import { createRttyTuner } from "./rttyTuner";
import { createSignalFinder, type FoundSignal } from "./signals";
import { createSpectrumMaker, SPECTRUM_WINDOWS } from "./spectrum";

/** What was read of a signal. */
export interface ReadLine {
  /** The same as long as it is read. */
  readonly id: number;
  /** Where it is read: of Morse the carrier, of RTTY the middle of both tones, Hz as signals are found. */
  readonly hertz: number;
  readonly kind: "morse" | "rtty";
  /** Words a minute of Morse, baud of RTTY; null before it is known. */
  readonly speed: number | null;
  /** Between the tones of RTTY, Hz; of Morse 0. */
  readonly shiftHz: number;
  /** Mark and space stand in each other's place. */
  readonly isInverted: boolean;
  /** The last signs. */
  readonly text: string;
  /** Of each sign, how sure it is: 0 to 9. */
  readonly sure: string;
  /** When the last sign came, seconds, as they were passed in. */
  readonly at: number;
  /** It is read since somebody wants it, whatever is heard there. */
  readonly isByHand: boolean;
}

/** A place that is read since somebody wants it. */
export type ReadPlace = Pick<ReadLine, "hertz" | "kind" | "shiftHz">;

/** Reads what can be read in a band: Morse and RTTY, many signals at once. */
export interface Readers {
  /**
   * @param samples of any length, from -1 to 1; I and Q in whole pairs
   * @param at seconds, at their end
   */
  readonly take: (samples: Float32Array, at: number) => void;
  /** Reads at these places whatever is heard there, and at no others that were put before. */
  readonly put: (places: readonly ReadPlace[]) => void;
  /** What was read, from the lowest frequency on: of what was found by itself lines with text alone. */
  readonly lines: () => readonly ReadLine[];
}

export interface ReadersOptions {
  /** Samples or pairs a second. */
  readonly rate: number;
  readonly isIq: boolean;
  /** So many signals are read at once, the strongest first; places that were put are beside them. */
  readonly most: number;
  /** The higher tone is that which is lower on the air. */
  readonly isReversed?: boolean;
}

/** Signals are sought in places so wide, Hz (of finer ones RTTY has many peaks), so often a second, from so many decibels over the noise on. */
const [PLACE_HZ, PER_SECOND, LEVEL] = [23.4, 10, 8];
/** Two places so near, Hz, are one that is read. */
export const SAME_PLACE_HZ = 40;
/** So long after it was heard last a signal is waited for, seconds, unless another needs its reader. */
const PATIENCE_S = 25;
/** A signal that is so near, Hz, is the one that is read already; from so far on it is followed. */
const [SAME_HZ, FOLLOWED_HZ] = [SAME_PLACE_HZ, 3];
/** It is read when it has been heard for so long, seconds, and two tones when they were such: two keys may go by turns, too. */
const HEARD_S = 1.5;
const PAIRED_S = 3;
/** So many signs are kept of each. */
const SIGNS = 160;
/** Farther from each other than so much, Hz, signals are not one of RTTY. */
const [LOWEST_SHIFT, HIGHEST_SHIFT] = [100, 500];
/** What is about as far apart as is usual is meant so, Hz. */
const [SHIFTS, ABOUT] = [[170, 200, 425, 450], 10];

/** Of so many signs at the end as many must make sense: what is no text gives signs, too, but doubtful ones. */
const [JUDGED, LEAST_LETTERS, LEAST_SURE, MOST_UNKNOWN] = [24, 3, 6, 0.2];
/** Letters of few elements, or of dashes alone, which noise and steady tones give, too; so many must be others. */
const TELLS_NOTHING = new Set("ETIAMNSO*");
const LEAST_TELLING = 0.2;

/** Signs of RTTY are less sure than this where nobody sends. */
const LEAST_RTTY = 0.3;
/** Faster than so many words a minute is no hand, and no key. */
const FASTEST_READ = 52;

interface Read {
  readonly sign: string;
  readonly confidence: number;
}

/** One signal that is read. */
interface Reader {
  readonly id: number;
  readonly kind: ReadLine["kind"];
  readonly channel: Channel;
  readonly take: (sound: Float32Array) => readonly Read[];
  readonly tune: (hertz: number) => void;
  readonly about: () => Pick<ReadLine, "speed" | "isInverted">;
  readonly shiftHz: number;
  /** The place that was put; null where it was found. */
  place: ReadPlace | null;
  hertz: number;
  over: number;
  heardAt: number;
  text: string;
  sure: string;
  at: number;
}

export function createReaders({ rate, isIq, most, isReversed = false }: ReadersOptions): Readers {
  const size = 2 ** Math.round(Math.log2(rate / PLACE_HZ));
  const placeHz = rate / size;
  const lowestHz = isIq ? -rate / 2 : 0;
  const { terms, reach } = SPECTRUM_WINDOWS[0]!;
  const spectra = createSpectrumMaker({ size, terms, isIq, every: Math.round(rate / PER_SECOND) });
  const finder = createSignalFinder({ placeHz, every: 1 / PER_SECOND, reach });
  const channels = createChannels(rate, isIq);
  let readers: Reader[] = [];
  /** Where two tones are heard, and since when. */
  let pairs: readonly { readonly hertz: number; readonly since: number }[] = [];
  let [ids, now] = [0, 0];

  function begin({ hertz, kind, shiftHz }: ReadPlace, over: number): Reader {
    const channel = channels.open(hertz, kind === "rtty" ? "wide" : "narrow");
    const means = kind === "rtty" ? rttyMeans(channel, shiftHz) : morseMeans(channel, hertz);
    const begun = { id: ++ids, channel, place: null, hertz, over, heardAt: now, text: "", sure: "", at: now, ...means };
    // What it sent before it was found.
    read(begun, now);
    readers.push(begun);
    return begun;
  }
  const placeOf = (signal: FoundSignal): ReadPlace => ({
    hertz: lowestHz + signal.hertz,
    ...(signal.kind === "tones"
      ? { kind: "rtty" as const, shiftHz: shiftOf(signal) }
      : { kind: "morse" as const, shiftHz: 0 }),
  });

  function read(reader: Reader, at: number): void {
    for (const { sign, confidence } of reader.take(reader.channel.sound)) {
      if (sign === "\r") continue;
      reader.text = (reader.text + (sign === "\n" ? " " : sign)).slice(-SIGNS);
      reader.sure = (reader.sure + String(Math.floor(confidence * 9.99))).slice(-SIGNS);
      reader.at = at;
    }
  }

  function morseMeans({ tone }: Channel, begun: number) {
    const reader = createMorseReader(tone, channels.rate);
    return {
      kind: "morse" as const,
      shiftHz: 0,
      take: (sound: Float32Array) => reader.take(sound).map(({ letter, confidence }) => ({ sign: letter, confidence })),
      tune: (hertz: number) => reader.tune(tone + hertz - begun),
      about: () => ({ speed: reader.speed(), isInverted: false }),
    };
  }

  function rttyMeans({ tone }: Channel, shiftHz: number) {
    const [low, high] = [tone - shiftHz / 2, tone + shiftHz / 2];
    const reader = createRttyTuner(isReversed ? low : high, isReversed ? high : low, channels.rate);
    return {
      kind: "rtty" as const,
      shiftHz,
      take: (sound: Float32Array) => reader.take(sound).filter(({ confidence }) => confidence >= LEAST_RTTY),
      tune: () => {},
      about: () => ({ speed: reader.kind()?.baud ?? null, isInverted: reader.kind()?.isInverted ?? false }),
    };
  }

  /** Reads what is heard now, and no more what was not heard for long. */
  function follow(signals: readonly FoundSignal[], at: number): void {
    const wanted: FoundSignal[] = [];
    const sinceOf = (hertz: number) => pairs.find((one) => Math.abs(one.hertz - hertz) <= SAME_HZ)?.since ?? at;
    pairs = signals.filter(({ kind }) => kind === "tones").map(({ hertz }) => ({ hertz, since: sinceOf(hertz) }));
    for (const signal of signals) {
      if (!isReadable(signal)) continue;
      const hertz = lowestHz + signal.hertz;
      const known = readerOf(signal, hertz);
      if (known !== undefined) {
        known.heardAt = at;
        known.over = signal.over;
        if (known.kind === "rtty" || Math.abs(known.hertz - hertz) < FOLLOWED_HZ) continue;
        known.hertz = hertz;
        known.tune(hertz);
      } else if (signal.kind === "tones" ? at - sinceOf(signal.hertz) >= PAIRED_S : at - signal.since >= HEARD_S)
        wanted.push(signal);
    }
    for (const one of readers) if (one.place === null && at - one.heardAt > PATIENCE_S) end(one);
    for (const signal of wanted.sort((one, other) => other.over - one.over)) {
      // Its tones may have been taken for carriers before both were known as such.
      if (signal.kind === "tones") for (const one of readers) if (isToneOf(one, signal)) end(one);
      const found = readers.filter(({ place }) => place === null);
      if (found.length >= most) {
        const weakest = found.reduce((least, one) => (rank(one, at) < rank(least, at) ? one : least));
        if (rank(weakest, at) >= signal.over) break;
        end(weakest);
      }
      begin(placeOf(signal), signal.over);
    }
  }

  /** What reads a signal already: also RTTY of which one tone alone is seen at the moment. */
  function readerOf({ kind }: FoundSignal, hertz: number): Reader | undefined {
    return readers.find((one) => {
      const far = Math.abs(one.hertz - hertz);
      if (one.kind === "morse") return kind === "carrier" && far <= SAME_HZ;
      return far <= SAME_HZ + (kind === "carrier" ? one.shiftHz / 2 : 0);
    });
  }

  function isReadable({ kind, widthHz }: FoundSignal): boolean {
    return kind === "carrier" || (kind === "tones" && widthHz >= LOWEST_SHIFT && widthHz <= HIGHEST_SHIFT);
  }
  function isToneOf({ kind, hertz, place }: Reader, signal: FoundSignal): boolean {
    return (
      kind === "morse" && place === null && Math.abs(lowestHz + signal.hertz - hertz) <= signal.widthHz / 2 + SAME_HZ
    );
  }
  /** Who is not heard now gives way first. */
  function rank({ over, heardAt }: Reader, at: number): number {
    return over - (at - heardAt) * 3;
  }
  function end(reader: Reader): void {
    channels.close(reader.channel);
    readers = readers.filter((one) => one !== reader);
  }

  return {
    take(samples, at) {
      now = at;
      channels.take(samples);
      for (const reader of readers) read(reader, at);
      for (const spectrum of spectra.take(samples)) follow(finder.take(spectrum, LEVEL, at), at);
    },
    put(places) {
      const isHeard = ({ hertz }: ReadPlace) => hertz > lowestHz && hertz < rate / 2;
      const wanted = places.filter(isHeard);
      const isSame = (one: ReadPlace, other: ReadPlace) =>
        one.kind === other.kind && one.hertz === other.hertz && one.shiftHz === other.shiftHz;
      for (const one of readers)
        if (one.place !== null && !wanted.some((place) => isSame(place, one.place!))) {
          // It goes on as long as what it reads is heard.
          one.place = null;
          if (!isText(one)) end(one);
        }
      for (const place of wanted) {
        if (readers.some((one) => one.place !== null && isSame(place, one.place))) continue;
        const known = readers.find(
          (one) => one.place === null && one.kind === place.kind && Math.abs(one.hertz - place.hertz) <= SAME_HZ,
        );
        (known ?? begin(place, 0)).place = place;
      }
    },
    lines: () =>
      readers
        .filter(
          (one) =>
            one.place !== null ||
            (isText(one) && (one.about().speed ?? 0) <= (one.kind === "morse" ? FASTEST_READ : Infinity)),
        )
        .sort((one, other) => one.hertz - other.hertz)
        .map(({ id, hertz, kind, shiftHz, text, sure, at, place, about }) => ({
          ...{ id, hertz: Math.round(hertz), kind, shiftHz: Math.round(shiftHz), text, sure, at },
          isByHand: place !== null,
          ...about(),
        })),
  };
}

function shiftOf({ widthHz }: FoundSignal): number {
  const off = (shift: number) => Math.abs(shift - widthHz);
  const nearest = SHIFTS.reduce((best, shift) => (off(shift) < off(best) ? shift : best));
  return off(nearest) <= ABOUT ? nearest : widthHz;
}

function isText({ text, sure }: Pick<ReadLine, "text" | "sure">): boolean {
  const judged = [...text].map((sign, at) => ({ sign, sure: Number(sure[at]) })).filter(({ sign }) => sign !== " ");
  const last = judged.slice(-JUDGED);
  const unknown = last.filter(({ sign }) => sign === "*").length;
  const mean = last.reduce((sum, one) => sum + one.sure, 0) / last.length;
  const telling = last.filter(({ sign }) => !TELLS_NOTHING.has(sign)).length;
  if (last.length < LEAST_LETTERS || telling < last.length * LEAST_TELLING) return false;
  return mean >= LEAST_SURE && unknown <= last.length * MOST_UNKNOWN;
}
