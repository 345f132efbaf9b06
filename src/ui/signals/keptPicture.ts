import { z } from "zod";
import { pictureLookSchema } from "@/core/contract";
import { USUAL_TONE } from "@/core/signal";
import { kept } from "../kit/kept";

/** Lines a second: how fast the picture moves. */
export const PACES = [20, 10, 5, 2, 1] as const;

export const TRACES = [
  { id: "now", name: "Now" },
  { id: "mean", name: "Mean" },
  { id: "peak", name: "Peak hold" },
] as const;

/** From which level on something is a signal, decibels over the noise. */
export const LEVELS = { least: 4, most: 40 } as const;

/** The tones at which radios give a carrier, Hz. */
export const TONES = { least: 300, most: 1200 } as const;

const pictureChoiceSchema = z.object({
  /** The link of the receiver; null for the first there is. */
  linkId: z.int().nullable(),
  ...pictureLookSchema.omit({ rows: true }).shape,
  trace: z.enum(TRACES.map(({ id }) => id)),
  linesPerSecond: z.literal(PACES),
  level: z.number().min(LEVELS.least).max(LEVELS.most),
  /** Only calls where something is heard. */
  heardOnly: z.boolean(),
  /** What is read stands below the picture. */
  reads: z.boolean().default(false),
  /** Of sound, the tone of a carrier on the radio's dial in CW, Hz. */
  tone: z.int().min(TONES.least).max(TONES.most).default(USUAL_TONE),
});
export type PictureChoice = z.output<typeof pictureChoiceSchema>;

/** How this browser looks at the band. */
export const keptPicture = kept<PictureChoice>(
  "picture",
  {
    linkId: null,
    ...pictureLookSchema.omit({ rows: true }).parse({}),
    trace: "mean",
    linesPerSecond: 10,
    level: 9,
    heardOnly: true,
    reads: false,
    tone: USUAL_TONE,
  },
  () => localStorage,
  (data) => pictureChoiceSchema.safeParse(data).data ?? null,
);
