import { z } from "zod";
import { kept } from "../kit/kept";

const rttyWaySchema = z.object({
  by: z.enum(["keyer", "sound"]),
  /** The sound output, and what it is called; null for the usual one. */
  output: z.object({ deviceId: z.string(), name: z.string() }).nullable(),
  /** Of what the output can give, hundredths. */
  loudness: z.int().min(1).max(100),
  /** The sideband in which the radio takes the sound. */
  side: z.enum(["lower", "upper"]),
});
export type RttyWay = z.output<typeof rttyWaySchema>;

export const USUAL_OUTPUT = "the usual output";

/** How this browser sends RTTY. */
export const RTTY_WAY = kept<RttyWay>(
  "rtty-way",
  { by: "keyer", output: null, loudness: 30, side: "lower" },
  () => localStorage,
  (data) => rttyWaySchema.safeParse(data).data ?? null,
);
