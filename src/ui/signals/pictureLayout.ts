import type { Way } from "../airwaves/bandPlan";
import type { Size } from "../kit/useSize";

/** Where the parts of a picture are, pixels: along the band, and from the ruler away. */
export interface PictureLayout {
  readonly way: Way;
  readonly along: number;
  readonly depth: number;
  /** The trace of levels is at the ruler, so deep; what was before begins behind it. */
  readonly trace: number;
}

/** How much of a picture is its trace, and how deep it is at most, pixels. */
const [TRACE_SHARE, MOST_TRACE] = [0.34, 130];
/** What the trace shows, decibels over the noise. */
const TRACE_DB = { low: -6, high: 60 } as const;
/** Its lines, decibels over the noise. */
export const TRACE_LINES = [0, 20, 40] as const;

export function layoutOf({ width, height }: Size, way: Way): PictureLayout {
  const [along, depth] = way === "lying" ? [width, height] : [height, width];
  return { way, along, depth, trace: Math.round(Math.min(MOST_TRACE, depth * TRACE_SHARE)) };
}

/** How far from the ruler a level stands, pixels: what is louder stands nearer to it. */
export function depthOfLevel(over: number, trace: number): number {
  const share = (over - TRACE_DB.low) / (TRACE_DB.high - TRACE_DB.low);
  return trace * (1 - Math.min(1, Math.max(0, share)));
}

/** The level that stands so far from the ruler, decibels over the noise. */
export function levelAtDepth(depth: number, trace: number): number {
  return TRACE_DB.low + (1 - Math.min(1, Math.max(0, depth / trace))) * (TRACE_DB.high - TRACE_DB.low);
}

/** From along the band and away from the ruler to the picture's right and down, and back. */
export function placedIn({ way, along, depth }: Pick<PictureLayout, "way" | "along" | "depth">) {
  const isLying = way === "lying";
  return {
    point: (a: number, d: number): readonly [x: number, y: number] => (isLying ? [a, d] : [depth - d, along - a]),
    back: (x: number, y: number): { readonly a: number; readonly d: number } =>
      isLying ? { a: x, d: y } : { a: along - y, d: depth - x },
  };
}
