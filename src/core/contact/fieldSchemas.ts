import { z } from "zod";
import { parseCallsign } from "../callsign";

/** A text of at most so many characters, without spaces around it; an empty one is none. */
export const textSchema = (longest: number) =>
  z
    .string()
    .trim()
    .max(longest)
    .transform((value) => value || null)
    .nullable()
    .default(null);

/** A call, cleaned; what is none is refused with the reason. */
export const callSchema = z.string().transform((value, context) => {
  const result = parseCallsign(value);
  if (result.ok) return result.callsign.call;
  context.addIssue({ code: "custom", message: result.reason });
  return z.NEVER;
});
