import { z } from "zod";
import { conditionSchema } from "@/core/contest";

const text = z.string().catch("");
/** A number, or what is typed for one. */
const typedNumber = z.union([z.number(), z.string()]).catch("");
const part = z.object({ id: text, label: text, type: text, optional: z.boolean().catch(false) });

/** A definition as far as the usual changes are about it; what has another form is taken as not there. */
const definition = z.object({
  name: text,
  tag: text,
  when: z
    .union([
      z.object({
        every: z.object({ month: typedNumber, week: typedNumber, day: text, start: text, hours: typedNumber }),
      }),
      z.object({ fixed: z.array(z.object({ from: text, to: text })) }),
    ])
    .nullable()
    .catch(null),
  deadlineDays: typedNumber,
  bands: z.array(z.string()).catch([]),
  modes: z.array(z.string()).catch([]),
  exchange: z.record(z.string(), z.array(part)).catch({}),
  points: z
    .array(
      z.object({
        /** Undefined for any contact; null for one that is not understood. */
        if: conditionSchema.optional().nullable().catch(null),
        points: z.union([z.number(), z.string(), z.record(z.string(), z.unknown())]).catch(""),
      }),
    )
    .catch([]),
});
export type TypedDefinition = z.output<typeof definition>;

/** What a definition says that is being typed and may have faults; null where it is no object. */
export function typedDefinition(data: unknown): TypedDefinition | null {
  const parsed = definition.safeParse(data);
  return parsed.success ? parsed.data : null;
}

/** What is typed for a number: the number as soon as it is written as one, before that the text, so that "0." can go on. */
export function numberTyped(typed: string): string | number {
  return String(Number(typed)) === typed ? Number(typed) : typed;
}
