import { z } from "zod";
import { SPECTRUM_WINDOWS } from "../signal";

/** How fine the picture of a band is: how far apart its places are, Hz. */
export const PICTURE_DETAILS = [
  { id: "coarse", name: "Coarse", wantedHz: 94 },
  { id: "usual", name: "Usual", wantedHz: 23.4 },
  { id: "fine", name: "Fine", wantedHz: 5.9 },
] as const;
const detailIds = PICTURE_DETAILS.map(({ id }) => id);

/** How the picture of a band is to be made. */
export const pictureLookSchema = z.strictObject({
  detail: z.enum(detailIds).default("usual"),
  window: z.enum(SPECTRUM_WINDOWS.map(({ id }) => id) as [string, ...string[]]).default(SPECTRUM_WINDOWS[0]!.id),
  /** Rows a second. */
  rows: z.coerce.number().int().min(1).max(20).default(20),
});
export type PictureLook = z.output<typeof pictureLookSchema>;

/** Before the levels of each row of a picture: what they are of. */
export const pictureRowSchema = z.object({
  /** Seconds since 1970 UTC. */
  at: z.number(),
  /** The frequency of the lowest place, and from one to the next, Hz. */
  lowHz: z.number(),
  placeHz: z.number().positive(),
  /** Decibels below full scale at one place. */
  noise: z.number(),
  /** How many looks at the samples it is the mean of. */
  looks: z.int().min(1),
  /** How many levels there are: as many as bytes. */
  bytes: z.int().min(1).max(16_384),
});
export type PictureRow = z.output<typeof pictureRowSchema>;

export function wantedHzOf(detail: PictureLook["detail"]): number {
  return PICTURE_DETAILS.find(({ id }) => id === detail)!.wantedHz;
}

/** A place that is to be read. */
export const readPlaceSchema = z.strictObject({
  /** The carrier of Morse, the middle of both tones of RTTY. */
  hertz: z.number().min(0).max(1e12),
  kind: z.enum(["morse", "rtty"]),
  /** Between the tones of RTTY, Hz; of Morse 0. */
  shiftHz: z.number().min(0).max(1000),
});
/** A place is read whatever is heard there, or no more. */
export const readHereSchema = z.strictObject({ ...readPlaceSchema.shape, on: z.boolean() });
export type ReadHere = z.output<typeof readHereSchema>;

/** What is read of one signal that a receiver hears. */
export const readLineSchema = z.object({
  ...readPlaceSchema.shape,
  /** The same as long as it is read. */
  id: z.int(),
  /** Words a minute of Morse, baud of RTTY; null before it is known. */
  speed: z.number().nullable(),
  /** It is read since somebody wants it, whatever is heard there. */
  isByHand: z.boolean(),
  /** Mark and space stand in each other's place. */
  isInverted: z.boolean(),
  /** The last signs, and of each how sure it is: 0 to 9. */
  text: z.string().max(1000),
  sure: z.string().regex(/^\d*$/).max(1000),
  /** When the last sign came, seconds since 1970 UTC. */
  at: z.number(),
});

/** What is read of all, from the lowest frequency on. */
export const readLinesSchema = z.object({ lines: z.array(readLineSchema).max(100) });
/** So many signals are read at once. */
export const MOST_READ = 20;
