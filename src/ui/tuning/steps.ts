import { z } from "zod";
import type { ModeGroup } from "@/core/band";
import { kept } from "../kit/kept";

/** What one step can be, Hz. */
export const STEPS = [1, 10, 20, 50, 100, 500, 1000, 2500, 5000, 12_500, 25_000] as const;

const USUAL: Readonly<Record<ModeGroup, number>> = { CW: 10, digital: 50, voice: 100 };
const stepsSchema = z.object({ CW: z.number(), digital: z.number(), voice: z.number() });

/** How much one step is in each group of modes, Hz. */
export const steps = kept<Readonly<Record<ModeGroup, number>>>(
  "tuning-steps",
  USUAL,
  () => localStorage,
  (data) => stepsSchema.safeParse(data).data ?? null,
);

/** "10 Hz", "2.5 kHz". */
export function stepText(step: number): string {
  return step < 1000 ? `${step} Hz` : `${step / 1000} kHz`;
}
