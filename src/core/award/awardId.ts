import { z } from "zod";

export const awardIdSchema = z
  .string()
  .regex(/^[a-z][a-zA-Z0-9]{0,39}$/, "an id is a word of letters and digits, as in fiveWatts")
  .refine((id) => !(id in {}), { error: ({ input }) => `"${String(input)}" cannot be an id: choose another word` });
