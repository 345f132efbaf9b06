import { z } from "zod";

/** Problem details (RFC 9457): what is wrong, and for each field at fault how to mend it. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  errors: z.array(z.object({ field: z.string(), detail: z.string() })).optional(),
});
export type ProblemDetails = z.output<typeof problemSchema>;
