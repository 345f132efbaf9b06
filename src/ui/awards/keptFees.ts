import { z } from "zod";
import { kept } from "../kit/kept";

const feesSchema = z.object({ contact: z.int().min(0), card: z.int().min(0) });

/** What a claim costs, in the smallest coin: each contact, and each card besides. This browser keeps it. */
export const keptFees = kept(
  "claim fees",
  { contact: 12, card: 50 },
  () => localStorage,
  (data) => feesSchema.safeParse(data).data ?? null,
);
