import { MOST_READ, type PictureLook, type PictureRow } from "@/core/contract";
import {
  createReaders,
  createSignalFinder,
  type FoundSignal,
  type Readers,
  type ReadLine,
  type ReadPlace,
  type SignalFinder,
  type SoundPlace,
  spectrumOf,
} from "@/core/signal";
import { decibelsOf, type Drawing, type PictureShown } from "./pictureDrawing";
import { createPictureLines } from "./pictureLines";
import type { Playing } from "./playRecording";
import type { GiveRow } from "./readStream";

/** Where a picture comes from: an address that gives rows without end, a recording, or the sound that is heard. */
export interface PictureSource {
  readonly from: { readonly address: string } | { readonly playing: Playing } | { readonly sound: PictureLook };
  readonly rowsPerSecond: number;
  /** How many places wide a tone is by the spectrum's window, from its middle to its edge. */
  readonly reach: number;
}

/** Samples of what is heard, to be read, too: where their frequency zero stands, and which way they go from there. */
export interface SoundPiece extends SoundPlace {
  readonly samples: Float32Array;
  /** Samples or pairs a second. */
  readonly rate: number;
  readonly isIq: boolean;
  /** Its end, seconds as those of rows. */
  readonly at: number;
}

/** What whatever a picture comes from gives. */
export interface Give {
  readonly row: GiveRow;
  readonly sound: (piece: SoundPiece) => void;
}

/** What the trace shows beside what is now. */
type TraceKind = "now" | "mean" | "peak";

export interface PictureWish {
  readonly trace: TraceKind;
  /** Rows that make a line. */
  readonly pace: number;
  /** From which level on something is a signal, decibels over the noise. */
  readonly level: number;
  /** Whether samples that are given are read. */
  readonly reads: boolean;
  /** Where they are read whatever is found there. */
  readonly places: readonly ReadPlace[];
}

/** What is told of a picture, a few times a second. */
export interface PictureTold {
  /** Their middles in Hz. */
  readonly signals: readonly FoundSignal[];
  /** What is heard, Hz. */
  readonly lowHz: number;
  readonly highHz: number;
  /** Seconds since 1970 UTC; of a recording since it began. */
  readonly at: number;
  /** What is read of samples; none where nothing is read here. */
  readonly lines: readonly ReadLine[];
  /** The level at the pointer, decibels over the noise; null where there is no pointer or nothing is heard. */
  readonly pointed: number | null;
}

interface Means {
  /** Reads rows until there are no more. */
  readonly read: (from: PictureSource["from"], give: Give, signal: AbortSignal) => Promise<void>;
  readonly tell: (told: PictureTold) => void;
  /** There are no more rows: why, or null where a recording is at its end. */
  readonly ended: (text: string | null) => void;
  /** Calls what is given soon, once. */
  readonly soon: (work: () => void) => void;
}

/** The picture of a band: takes rows as they come, finds what stands out, and draws. */
export interface PictureWork {
  open(source: PictureSource): void;
  show(shown: PictureShown): void;
  wish(wish: PictureWish): void;
  point(hertz: number | null): void;
  /** Nobody sees it: nothing is drawn until somebody does. */
  rest(isHidden: boolean): void;
  /** What the peaks are held of begins anew. */
  clearPeaks(): void;
  /** Takes no more rows; what is there stays. */
  stop(): void;
}

/** So many lines are kept: a picture is no deeper. */
const MOST_LINES = 1200;
/** The mean is of about so long, and what is heard is told so often, seconds. */
const [MEAN_S, TELL_S] = [2, 0.25];

export function createPictureWork(drawing: Drawing, { read, tell, ended, soon }: Means): PictureWork {
  const lines = createPictureLines(MOST_LINES);
  let source: PictureSource | null = null;
  let stream: AbortController | null = null;
  let shown: PictureShown | null = null;
  let wish: PictureWish = { trace: "mean", pace: 1, level: 8, reads: false, places: [] };
  let finder: SignalFinder | null = null;
  let last: PictureRow | null = null;
  let now: Float32Array = new Float32Array(0);
  let mean: Float32Array = new Float32Array(0);
  let peak: Float32Array = new Float32Array(0);
  let readers: Readers | null = null;
  /** Where what is read stands. */
  let readAt: SoundPlace = { hertz: 0, side: "upper" };
  /** The places that were put, and where they stood. */
  let put: { readonly places: readonly ReadPlace[]; readonly hertz: number } = { places: [], hertz: 0 };
  let pointed: number | null = null;
  let toldAt = 0;
  let [added, isWaiting, isHidden] = [0, false, false];

  function take(row: PictureRow, levels: Uint8Array): void {
    const isOther =
      last === null || last.lowHz !== row.lowHz || last.placeHz !== row.placeHz || last.bytes !== row.bytes;
    const every = 1 / source!.rowsPerSecond;
    now = decibelsOf(levels);
    if (isOther || finder === null) {
      finder = createSignalFinder({ placeHz: row.placeHz, every, reach: source!.reach });
      mean = now.slice();
      peak = now.slice();
    } else {
      for (let place = 0; place < now.length; place++) {
        mean[place]! += ((now[place]! - mean[place]!) * every) / MEAN_S;
        peak[place] = Math.max(peak[place]!, now[place]!);
      }
    }
    last = row;
    if (lines.take(row, levels)) added++;
    const signals = finder.take(spectrumOf(levels, row.looks), wish.level, row.at);
    if (row.at - toldAt >= TELL_S || row.at < toldAt) tellNow(row, signals);
    drawSoon();
  }

  function readSound({ samples, rate, isIq, hertz, side, at }: SoundPiece): void {
    if (!wish.reads || side !== readAt.side) readers = null;
    readAt = { hertz, side };
    if (!wish.reads) return;
    const isNew = readers === null;
    readers ??= createReaders({ rate, isIq, most: MOST_READ, isReversed: side === "lower" });
    readers.take(samples, at);
    if (!isNew && put.places === wish.places && put.hertz === hertz) return;
    put = { places: wish.places, hertz };
    const by = side === "upper" ? 1 : -1;
    readers.put(wish.places.map((one) => ({ ...one, hertz: by * (one.hertz - hertz) })));
  }

  function linesNow(): readonly ReadLine[] {
    const { hertz, side } = readAt;
    const by = side === "upper" ? 1 : -1;
    return readers?.lines().map((line) => ({ ...line, hertz: hertz + by * line.hertz })) ?? [];
  }

  function tellNow(row: PictureRow, signals: readonly FoundSignal[]): void {
    toldAt = row.at;
    const place = pointed === null ? -1 : Math.round((pointed - row.lowHz) / row.placeHz);
    tell({
      signals: signals.map((one) => ({ ...one, hertz: row.lowHz + one.hertz })),
      lowHz: row.lowHz,
      highHz: row.lowHz + row.placeHz * row.bytes,
      at: row.at,
      lines: linesNow(),
      pointed: now[place] ?? null,
    });
  }

  function drawSoon(): void {
    if (isWaiting || isHidden || shown === null) return;
    isWaiting = true;
    soon(() => {
      isWaiting = false;
      if (isHidden) return;
      const beside = wish.trace === "now" ? [] : [wish.trace === "mean" ? mean : peak];
      drawing.draw(lines, added, last === null ? null : { row: last, lines: [now, ...beside] });
      added = 0;
    });
  }

  return {
    open(next) {
      stream?.abort();
      const opened = (stream = new AbortController());
      source = next;
      finder = null;
      readers = null;
      const give: Give = {
        row: (row, levels) => {
          if (!opened.signal.aborted) take(row, levels);
        },
        sound: (piece) => {
          if (!opened.signal.aborted) readSound(piece);
        },
      };
      const end = (text: string | null) => {
        if (opened.signal.aborted) return;
        opened.abort();
        ended(text);
      };
      read(next.from, give, opened.signal).then(
        () => end(null),
        (error: unknown) => end(error instanceof Error ? error.message : String(error)),
      );
    },
    show(next) {
      shown = next;
      drawing.show(next);
      added = MOST_LINES;
      drawSoon();
    },
    wish(next) {
      wish = next;
      lines.setPace(next.pace);
      drawSoon();
    },
    point(hertz) {
      pointed = hertz;
      if (last !== null) toldAt = Math.min(toldAt, last.at - TELL_S);
    },
    rest(hidden) {
      isHidden = hidden;
      drawSoon();
    },
    clearPeaks() {
      peak = now.slice();
    },
    stop: () => stream?.abort(),
  };
}
