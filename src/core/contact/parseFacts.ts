import { z } from "zod";
import { creditSchema } from "../award/credit";
import { confirmationSchema } from "../confirm/channel";
import { FACT_SHAPE } from "./fields";

/** An ADIF field that has no column of its own, kept as it came. */
export const extraFieldSchema = z.strictObject({
  name: z.string().min(1).max(100),
  value: z.string().max(1_000_000),
  type: z.string().max(10).optional(),
  userDefined: z.literal(true).optional(),
  /** Of a user-defined field: what its values can be, as its header says it. */
  values: z.string().max(10_000).optional(),
});
export type ExtraField = z.output<typeof extraFieldSchema>;

/** So long a part of an exchange is kept: longer ones are none. */
const LONGEST_PART = 100;

/** The parts of an exchange as they were typed, by the ids that the contest's rules give them. */
export const typedPartsSchema = z
  .record(
    z.string().max(31),
    z.string().trim().max(LONGEST_PART, `a part of an exchange is longer than ${LONGEST_PART} characters: correct it`),
  )
  .refine((parts) => Object.keys(parts).length <= 20, "an exchange has at most 20 parts")
  .transform((parts) => Object.fromEntries(Object.entries(parts).filter(([, text]) => text !== "")));

/** The facts of a contact that are given, and not worked out. Frequencies in Hz, powers in watts, times UTC. */
export const contactFactsSchema = z.strictObject({
  ...FACT_SHAPE,
  siteId: z.int().positive().nullable().default(null),
  pin: z.boolean().default(false),
  /** The exchange of a contest whose rules are known; the serial, the report and the texts follow from it. */
  partsSent: typedPartsSchema.nullable().default(null),
  partsReceived: typedPartsSchema.nullable().default(null),
  extra: z.array(extraFieldSchema).max(1000).default([]),
  confirmations: z.array(confirmationSchema).max(20).default([]),
  /** What it brings for awards, as far as that was asked for. */
  credits: z.array(creditSchema).max(300).default([]),
});

type Parsed = z.output<typeof contactFactsSchema>;

/**
 * As contactFactsSchema.safeParse, and in a third of the time for the many contacts of a file: most of a contact's
 * fields are empty, and many say the same as in the contact before.
 */
export function parseFacts(input: unknown): ReturnType<typeof contactFactsSchema.safeParse> {
  const data = quickly(input);
  return data === null ? contactFactsSchema.safeParse(input) : { success: true, data };
}

/** Field by field; null for what is not well, which is held against the whole schema to say why. */
function quickly(input: unknown): Parsed | null {
  if (!isPlain(input)) return null;
  const facts: Record<string, unknown> = { ...NOTHING };
  facts["extra"] = [];
  facts["confirmations"] = [];
  facts["credits"] = [];
  for (const key in input) {
    const value = input[key];
    if (value === undefined || (value === null && NOTHING[key] === null)) continue;
    const field = FIELDS.get(key);
    if (field === undefined) return null;
    if (value === field.taken) facts[key] = field.given;
    else {
      const parsed = field.schema.safeParse(value);
      if (!parsed.success) return null;
      facts[key] = parsed.data;
      // What is no object can be neither changed nor the same without being equal.
      if (typeof value !== "object") {
        field.taken = value;
        field.given = parsed.data;
      }
    }
  }
  for (const key of NEEDED) if (facts[key] === MISSING) return null;
  return facts as Parsed;
}

function isPlain(input: unknown): input is Record<string, unknown> {
  return typeof input === "object" && input !== null && Object.getPrototypeOf(input) === Object.prototype;
}

interface FieldSchema {
  readonly schema: z.ZodType;
  /** What was taken last, and what it gave. */
  taken: unknown;
  given: unknown;
}

const FIELDS = new Map<string, FieldSchema>(
  Object.entries(contactFactsSchema.shape).map(([key, schema]) => [
    key,
    { schema, taken: undefined, given: undefined },
  ]),
);

const MISSING = "";

/** What each field is when it is left out. */
const NOTHING: Readonly<Record<string, unknown>> = Object.fromEntries(
  [...FIELDS].map(([key, { schema }]) => [key, ifLeftOut(schema)]),
);

const NEEDED = [...FIELDS.keys()].filter((key) => NOTHING[key] === MISSING);

function ifLeftOut(schema: z.ZodType): unknown {
  const parsed = schema.safeParse(undefined);
  return parsed.success ? parsed.data : MISSING;
}
