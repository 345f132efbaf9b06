import { z } from "zod";

/** A field of settings, as a form shows it. */
export const settingSchema = z.object({
  key: z.string(),
  label: z.string(),
  hint: z.string(),
  type: z.enum(["text", "number", "choice", "switch", "list", "secret"]),
  choices: z.array(z.object({ value: z.string(), label: z.string() })),
  start: z.union([z.string(), z.number(), z.boolean(), z.array(z.string()), z.null()]),
  /** It is shown while another has a value. */
  when: z.object({ key: z.string(), is: z.string() }).nullable(),
});
export type Setting = z.output<typeof settingSchema>;

/** A step of a test: what was tried, and what came of it, with how to mend it. */
export const testStepSchema = z.object({ what: z.string(), ok: z.boolean(), text: z.string() });
export type TestStep = z.output<typeof testStepSchema>;
