import { z } from "zod";

/** What the sun and the earth's field do: on a day, in a month, or now. */
export const sunFiguresSchema = z.object({
  /** The sunspot number. */
  sunspots: z.number().min(0).max(1000),
  /** The flux at 10.7 cm, in solar flux units. */
  flux: z.number().min(0).max(1000),
  /** How disturbed the field is within three hours; null where only a mean is known. */
  kIndex: z.number().min(0).max(9).nullable(),
  /** The sum of a day's disturbances. */
  aIndex: z.number().min(0).max(1000),
});
export type SunFigures = z.output<typeof sunFiguresSchema>;

/** Figures of "2026-11-27", or the means of "2026-11". */
export const sunSpanSchema = sunFiguresSchema.extend({ span: z.string() });
export type SunSpan = z.output<typeof sunSpanSchema>;

export const sunSchema = z.object({
  /** The newest ones, and when they were told; null where none ever were. */
  now: sunFiguresSchema.extend({ at: z.string() }).nullable(),
  /** What propagation is worked out with: the mean of the last month's sunspots, and the K index of now. */
  used: z.object({ sunspots: z.number(), kIndex: z.number() }),
  /** The oldest first. */
  days: z.array(sunSpanSchema),
  months: z.array(sunSpanSchema),
});
export type Sun = z.output<typeof sunSchema>;
