import { z } from "zod";
import { bandByName, bandOfFrequency } from "../band";
import { cleanCall, parseCallsign } from "../callsign";
import { parseGrid } from "../geo";
import { isoTime } from "./seconds";

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

/** As long as a call may be that is none. */
const LONGEST_CALL = 40;

/** A call, cleaned, whether it is one or not. */
export const keptCallSchema = z
  .string()
  .transform(cleanCall)
  .pipe(
    z
      .string()
      .min(1, "no call was given")
      .max(LONGEST_CALL)
      .regex(/^\P{Cc}*$/u, "a call has no signs that cannot be seen"),
  );

/** A whole number within limits. */
export const wholeSchema = (least: number, most: number) => {
  const error = `this is a whole number from ${least} to ${most}`;
  return z.int({ error }).min(least, { error }).max(most, { error }).nullable().default(null);
};

/** A grid in its usual writing; an empty text is none. */
export const gridSchema = z
  .string()
  .transform((value, context) => {
    if (value.trim() === "") return null;
    const result = parseGrid(value);
    if (result.ok) return result.grid;
    context.addIssue({ code: "custom", message: result.reason });
    return z.NEVER;
  })
  .nullable()
  .default(null);

/** An ISO time with its offset, brought to UTC and to the second: "2026-11-23T21:40:07Z". */
export const timeSchema = z.iso
  .datetime({ offset: true, error: "a time is written like 2026-11-23T21:40:07Z" })
  .transform((value) =>
    value.length === 20 && value.endsWith("Z") ? value : isoTime(Math.floor(Date.parse(value) / 1000)),
  );

/** A day in UTC, "2026-11-23". */
export const daySchema = z.iso.date();

/** Hz, within an amateur band. */
export const frequencySchema = z
  .int()
  .nullable()
  .default(null)
  .refine((value) => value === null || bandOfFrequency(value) !== undefined, {
    error: ({ input }) => `${Number(input) / 1e6} MHz lies in no amateur band`,
  });

/** A band by the standard's name. */
export const bandSchema = z
  .string()
  .transform((value, context) => {
    const found = bandByName(value.replace(/\s/g, ""));
    if (found) return found.name;
    context.addIssue({ code: "custom", message: `"${value}" is no band: write it as in 20m or 70cm` });
    return z.NEVER;
  })
  .nullable()
  .default(null);

export const modeSchema = z
  .string()
  .trim()
  .min(1, "the mode is missing")
  .max(40)
  .transform((value) => value.toUpperCase());

export const continentSchema = z.enum(["AF", "AN", "AS", "EU", "NA", "OC", "SA"]).nullable().default(null);

export const wattsSchema = z.number().min(0).max(1e9).nullable().default(null);
