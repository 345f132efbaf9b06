import { formatFrequency } from "@/core/band";

/** A stretch of a band that is in sight, Hz. */
export interface View {
  readonly lowHz: number;
  readonly highHz: number;
}

/** The finest that a ruler is stretched to: so much in sight, Hz. */
const LEAST_REACH = 1000;
/** How much of a band's width is in sight beyond its edges. */
const BEYOND = 0.02;
/** Where the needle comes nearer to an end than this part of what is in sight, the ruler moves. */
const NEAR_END = 0.06;

export function reachOf({ lowHz, highHz }: View): number {
  return highHz - lowHz;
}

/** The whole of a band, with a little beyond its edges. */
export function wholeOf({ lowHz, highHz }: View): View {
  const beyond = (highHz - lowHz) * BEYOND;
  return { lowHz: lowHz - beyond, highHz: highHz + beyond };
}

/** So much about a frequency, within the whole. */
export function viewAround(hertz: number, reach: number, whole: View): View {
  const wide = Math.min(reachOf(whole), Math.max(LEAST_REACH, reach));
  const lowHz = Math.min(Math.max(whole.lowHz, hertz - wide / 2), whole.highHz - wide);
  return { lowHz, highHz: lowHz + wide };
}

/** The same view, or, where a frequency is out of it or at its end, one with it in the middle. */
export function keptInSight(view: View, hertz: number, whole: View): View {
  const near = reachOf(view) * NEAR_END;
  const isIn = hertz >= view.lowHz + near && hertz <= view.highHz - near;
  if (isIn) return view;
  const moved = viewAround(hertz, reachOf(view), whole);
  // At the end of the band it cannot move: less than a hertz is no move.
  return Math.abs(moved.lowHz - view.lowHz) < 1 ? view : moved;
}

/** Stretched by a factor about a frequency, which stays where it is in sight; less than 1 shows more. */
export function stretched(view: View, aboutHz: number, factor: number, whole: View): View {
  const reach = Math.min(reachOf(whole), Math.max(LEAST_REACH, reachOf(view) / factor));
  const share = (aboutHz - view.lowHz) / reachOf(view);
  const lowHz = Math.min(Math.max(whole.lowHz, aboutHz - share * reach), whole.highHz - reach);
  return { lowHz, highHz: lowHz + reach };
}

/** Where a frequency is in a view, 0 to 1. */
export function shareAt({ lowHz, highHz }: View, hertz: number): number {
  return (hertz - lowHz) / (highHz - lowHz);
}

/** The frequency at a share of a view, to the nearest step. */
export function hertzAt({ lowHz, highHz }: View, share: number, step: number): number {
  return Math.round((lowHz + share * (highHz - lowHz)) / step) * step;
}

/** A line of the ruler; a labelled one is longer. */
export interface RulerLine {
  readonly hertz: number;
  readonly labelled: boolean;
}

/** How far apart labels are at least, pixels. */
const LABEL_APART = 74;
const LINE_APART = 9;
const NICE = [1, 2, 5];

/** The lines of a ruler of so many pixels, round numbers apart. */
export function rulerLines(view: View, pixels: number): RulerLine[] {
  const perPixel = reachOf(view) / Math.max(1, pixels);
  const label = niceAbove(perPixel * LABEL_APART);
  const line = [label / 10, label / 5, label / 2, label].find((one) => one >= perPixel * LINE_APART) ?? label;
  const lines: RulerLine[] = [];
  for (let at = Math.ceil(view.lowHz / line); at * line <= view.highHz; at++) {
    const hertz = Math.round(at * line);
    lines.push({ hertz, labelled: Math.abs(hertz / label - Math.round(hertz / label)) < 1e-9 });
  }
  return lines;
}

/** The smallest of 1, 2, 5, 10, 20 ... that is not below. */
function niceAbove(least: number): number {
  const tens = 10 ** Math.floor(Math.log10(Math.max(1, least)));
  return NICE.map((one) => one * tens).find((one) => one >= least) ?? 10 * tens;
}

/** Which of some marks are labelled, so that no label covers another: the first ones first. Shares are 0 to 1. */
export function labelledOf<Mark extends { readonly hertz: number }>(
  marks: readonly Mark[],
  view: View,
  pixels: number,
  apart: number,
): ReadonlySet<Mark> {
  const taken: number[] = [];
  const labelled = new Set<Mark>();
  for (const mark of marks) {
    const x = shareAt(view, mark.hertz) * pixels;
    if (x < 0 || x > pixels - apart / 2 || taken.some((other) => Math.abs(other - x) < apart)) continue;
    taken.push(x);
    labelled.add(mark);
  }
  return labelled;
}

/** How much of a band is in sight, as it is said: "350 kHz". */
export function reachText(reach: number): string {
  if (reach >= 1e6) return `${Number((reach / 1e6).toPrecision(3))} MHz`;
  return `${Number((reach / 1e3).toPrecision(3))} kHz`;
}

/** 14025000 as "14 025", with what is below a kilohertz only where it is not nothing. */
export function kilohertzText(hertz: number): string {
  return formatFrequency(hertz).replace(/\.00$/, "");
}
