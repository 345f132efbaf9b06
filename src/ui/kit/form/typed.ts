import { z } from "zod";
import { parseFullTime } from "@/core/contact";

/** A number as it is typed, with a comma or a point, "" for none; held against the schema of what it means. */
export function typedNumber<Out>(schema: z.ZodType<Out, number | null | undefined>) {
  return z
    .string()
    .transform((text, context) => {
      const typed = text.trim().replace(",", ".");
      const value = typed === "" ? null : Number(typed);
      if (value === null || Number.isFinite(value)) return value;
      context.addIssue({ code: "custom", message: `"${text.trim()}" is no number` });
      return z.NEVER;
    })
    .pipe(schema as z.ZodType<Out, number | null>);
}

/** A text as it is typed, "" for none. */
export function typedOrNone<Out>(schema: z.ZodType<Out, string | null | undefined>) {
  return z
    .string()
    .transform((text) => text.trim() || null)
    .pipe(schema as z.ZodType<Out, string | null>);
}

/** A time in UTC as it is typed, "2026-11-23 21:40", "" for none. */
export function typedTime<Out>(schema: z.ZodType<Out, string | null | undefined>) {
  return z
    .string()
    .transform((text, context) => {
      const time = text.trim() === "" ? null : parseFullTime(text);
      if (time !== null || text.trim() === "") return time;
      context.addIssue({ code: "custom", message: "a time is written like 2026-11-23 21:40" });
      return z.NEVER;
    })
    .pipe(schema as z.ZodType<Out, string | null>);
}
