import { bandOfFrequency, modeGroup } from "@/core/band";
import { baseCall } from "@/core/callsign";
import type { SpotView } from "@/core/contract";
import {
  type CallRead,
  callsInText,
  landingOf,
  type PlacedSignal,
  type ReadLine,
  type ReadPlace,
  SAME_PLACE_HZ,
  USUAL_SHIFT,
} from "@/core/signal";
import { isDuplicate } from "../airwaves/spotFilter";
import type { Picked } from "../shell/radio";

/** A call in a text, with what is known of it. */
export interface CallOffered extends CallRead {
  /** It was read twice, or is announced there. */
  readonly isSure: boolean;
  /** The spot of it on the same band; null where it is not announced. */
  readonly spot: SpotView | null;
  readonly isWorked: boolean;
}

/** A line of text with the calls in it. */
export interface TextEntry extends ReadLine {
  readonly calls: readonly CallOffered[];
}

/** So many calls are offered of each line. */
const MOST_CALLS = 2;
/** Where one is on a signal, Hz. */
const ON_IT_HZ = 150;

export function textEntries(lines: readonly ReadLine[], spots: readonly SpotView[]): TextEntry[] {
  return lines.map((line) => {
    const band = bandOfFrequency(line.hertz)?.name;
    const calls = callsInText(line)
      .slice(0, MOST_CALLS)
      .map((read): CallOffered => {
        const base = baseCall(read.call);
        const spot = spots.find((one) => one.base === base && one.band === band) ?? null;
        return {
          ...read,
          spot,
          isSure: read.times > 1 || spot !== null,
          isWorked: spot !== null && isDuplicate(spot),
        };
      });
    return { ...line, calls };
  });
}

/** A line as the signal that it is read of. */
function signalOf({ kind, hertz, shiftHz }: ReadLine): PlacedSignal {
  return { kind: kind === "rtty" ? "tones" : "carrier", hertz, widthHz: shiftHz };
}

/** Going to where a line is read, and its call, if one is meant, into the entry line; null outside of all bands. */
export function pickedOf(
  line: ReadLine,
  call: CallOffered | null,
  now: { readonly mode: string; readonly submode: string | null },
): Picked | null {
  const { frequencyHz, ...to } = landingOf(signalOf(line), now.mode, now.submode);
  const band = bandOfFrequency(frequencyHz)?.name;
  if (band === undefined) return null;
  return { call: call?.call ?? null, frequencyHz, band, ...to };
}

/** The line that is read where a radio listens, if any: the nearest one. */
export function lineAt<Line extends ReadLine>(lines: readonly Line[], hertz: number): Line | undefined {
  const far = (line: Line) => Math.max(0, Math.abs(line.hertz - hertz) - line.shiftHz / 2);
  return lines.filter((line) => far(line) <= ON_IT_HZ).sort((one, other) => far(one) - far(other))[0];
}

/** The end of a text in runs of letters that are about as sure. */
export function runsOf(
  { text, sure }: Pick<ReadLine, "text" | "sure">,
  most: number,
): { text: string; doubt: Doubt }[] {
  const runs: { text: string; doubt: Doubt }[] = [];
  for (let at = Math.max(0, text.length - most); at < text.length; at++) {
    const doubt = doubtOf(Number(sure[at]));
    const last = runs.at(-1);
    if (last?.doubt === doubt) last.text += text[at]!;
    else runs.push({ text: text[at]!, doubt });
  }
  return runs;
}

/** How doubtful a letter is. */
type Doubt = "sure" | "doubtful" | "guessed";
/** How it looks. */
export const DOUBTS: Readonly<Record<Doubt, string>> = {
  sure: "text-ink",
  doubtful: "text-soft",
  guessed: "text-soft italic",
};
/** From how much sureness on, 0 to 9. */
const [SURE, DOUBTFUL] = [7, 4];

function doubtOf(sure: number): Doubt {
  return sure >= SURE ? "sure" : sure >= DOUBTFUL ? "doubtful" : "guessed";
}

/** The place at which a signal, or what one hears at a place, is read. */
export function readPlaceOf(signal: PlacedSignal | null, hertz: number, mode: string): ReadPlace {
  const isRtty = signal === null ? modeGroup(mode) === "digital" : signal.kind === "tones";
  if (!isRtty) return { hertz: Math.round(signal?.hertz ?? hertz), kind: "morse", shiftHz: 0 };
  // One is on the mark, which is the upper tone.
  const middle = signal?.hertz ?? hertz - USUAL_SHIFT / 2;
  return { hertz: Math.round(middle), kind: "rtty", shiftHz: signal?.widthHz ?? USUAL_SHIFT };
}

/** The line that is read by hand at a place, if any. */
export function byHandAt<Line extends ReadLine>(lines: readonly Line[], place: ReadPlace): Line | undefined {
  return lines.find(({ isByHand, hertz }) => isByHand && Math.abs(hertz - place.hertz) <= SAME_PLACE_HZ);
}

/** How it is sent, in words: "Morse, 21 wpm". */
export function howSent({ isByHand, ...line }: ReadLine): string {
  return isByHand ? `${wayOf(line)}, by hand` : wayOf(line);
}

function wayOf({ kind, speed, shiftHz, isInverted }: Omit<ReadLine, "isByHand">): string {
  if (kind === "morse") return speed === null ? "Morse" : `Morse, ${Math.round(speed)} wpm`;
  const usual = speed === null ? "" : `, ${Math.round(speed)} Bd`;
  return `RTTY${usual}, ${shiftHz} Hz${isInverted ? ", inverted" : ""}`;
}
