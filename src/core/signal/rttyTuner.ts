import { createBaudotPrinter } from "./baudot";
import { createRttyReader, USUAL_BAUD } from "./rtty";

/** How RTTY is sent, as far as one must know to read it. */
interface RttyKind {
  readonly baud: number;
  /** Mark and space stand in each other's place. */
  readonly isInverted: boolean;
}

/** A sign that was printed, and how sure it is, 0 to 1. */
interface RttySign {
  readonly sign: string;
  readonly confidence: number;
}

/** Reads RTTY of which only the tones are known. */
export interface RttyTuner {
  /** @param sound of any length, from -1 to 1 */
  readonly take: (sound: Float32Array) => RttySign[];
  /** How it is sent; null before that is known. */
  readonly kind: () => RttyKind | null;
}

/** What is tried, the usual first. */
const KINDS: readonly RttyKind[] = [USUAL_BAUD, 50, 75].flatMap((baud) =>
  [false, true].map((isInverted) => ({ baud, isInverted })),
);
/** It is known after so many seconds in which the best has given so many signs. */
const [KNOWN_S, KNOWN_SIGNS] = [3, 8];
/** Ways are compared by the share that they explain of about so long, seconds; another one's must be so many times it. */
const [COMPARED_S, BETTER] = [6, 1.05];

/** How much of what there is a way explains. */
function shareOf({ signs, all }: { readonly signs: number; readonly all: number }): number {
  return all > 0 ? Math.max(0, signs) / all : 0;
}

/**
 * All ways are read at once; that which explains most of what comes is given, from its first sign on.
 *
 * @param mark where it usually is, Hz
 * @param space Hz
 * @param rate samples a second
 */
export function createRttyTuner(mark: number, space: number, rate: number): RttyTuner {
  const ways = KINDS.map((kind) => ({
    kind,
    reader: createRttyReader(
      { mark: kind.isInverted ? space : mark, space: kind.isInverted ? mark : space, baud: kind.baud },
      rate,
    ),
    printer: createBaudotPrinter(true),
    before: { signs: 0, all: 0 },
    signs: 0,
    all: 0,
    waiting: [] as RttySign[],
  }));
  let chosen: (typeof ways)[number] | null = null;
  let seconds = 0;

  return {
    take(sound) {
      const lasts = sound.length / rate;
      seconds += lasts;
      for (const way of ways) {
        const { reader, printer, before } = way;
        const signs = reader.take(sound).map(({ code, confidence }) => ({ sign: printer.print(code), confidence }));
        way.waiting.push(...signs.filter(({ sign }) => sign !== ""));
        const now = (way.before = reader.explains());
        const kept = Math.exp(-lasts / COMPARED_S);
        way.signs = way.signs * kept + now.signs - before.signs;
        way.all = way.all * kept + now.all - before.all;
      }
      const best = ways.reduce(
        (one, other) => (shareOf(other) > shareOf(one) * BETTER ? other : one),
        chosen ?? ways[0]!,
      );
      if (seconds >= KNOWN_S && best.waiting.length >= (chosen === null ? KNOWN_SIGNS : 0)) chosen = best;
      if (chosen === null) return [];
      const given = chosen.waiting;
      for (const way of ways) way.waiting = [];
      return given;
    },
    kind: () => chosen?.kind ?? null,
  };
}
