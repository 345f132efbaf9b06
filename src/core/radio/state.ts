import { z } from "zod";

/** How a radio makes and hears signals; DATA is a sideband whose sound comes from a program. */
export const RADIO_MODES = ["CW", "USB", "LSB", "RTTY", "DATA", "FM", "AM"] as const;
export type RadioMode = (typeof RADIO_MODES)[number];

const hertz = z.int().min(1_000, "a frequency is in Hz").max(300_000_000_000, "a frequency is in Hz");

/** How a radio stands; null for what it does not tell. */
export const radioStateSchema = z.object({
  frequencyHz: hertz.nullable(),
  /** Where it transmits while it is split. */
  secondHz: hertz.nullable(),
  split: z.boolean().nullable(),
  mode: z.enum(RADIO_MODES).nullable(),
  /** The filter. */
  widthHz: z.int().min(1).max(100_000).nullable(),
  watts: z.number().min(0).max(10_000).nullable(),
  antenna: z.string().max(20).nullable(),
  transmitting: z.boolean().nullable(),
  /** What is heard, dB over the noise. */
  strength: z.number().min(-60).max(200).nullable(),
});
export type RadioState = z.output<typeof radioStateSchema>;

export const UNKNOWN_RADIO: RadioState = {
  frequencyHz: null,
  secondHz: null,
  split: null,
  mode: null,
  widthHz: null,
  watts: null,
  antenna: null,
  transmitting: null,
  strength: null,
};

/** What can be turned at a radio from outside. */
export const radioChangeSchema = z.strictObject({
  frequencyHz: hertz.exactOptional(),
  secondHz: hertz.exactOptional(),
  split: z.boolean().exactOptional(),
  mode: z.enum(RADIO_MODES).exactOptional(),
  widthHz: z.int().min(1).max(100_000).exactOptional(),
  watts: z.number().min(0).max(10_000).exactOptional(),
  antenna: z.string().min(1).max(20).exactOptional(),
});
export type RadioChange = z.output<typeof radioChangeSchema>;

/** Where it transmits, Hz; null where that is not known. */
export function transmitHz({ frequencyHz, secondHz, split }: RadioState): number | null {
  return split === true && secondHz !== null ? secondHz : frequencyHz;
}
