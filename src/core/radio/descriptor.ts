import { z } from "zod";
import { faultsOf, type Fault } from "../contact";
import { RADIO_MODES, type RadioMode, type RadioState } from "./state";

/** How a value of a part is written: a number, one of words, or a text as it is. */
type PartKind = "number" | "switch" | "mode" | "text";

/** The parts of a radio that a descriptor can have: which field each is, and how its value is written. */
export const PARTS = {
  frequency: { field: "frequencyHz", kind: "number" },
  second: { field: "secondHz", kind: "number" },
  split: { field: "split", kind: "switch" },
  mode: { field: "mode", kind: "mode" },
  filter: { field: "widthHz", kind: "number" },
  power: { field: "watts", kind: "number" },
  antenna: { field: "antenna", kind: "text" },
  transmit: { field: "transmitting", kind: "switch" },
  strength: { field: "strength", kind: "number" },
} as const satisfies Readonly<Record<string, { field: keyof RadioState; kind: PartKind }>>;
export type PartName = keyof typeof PARTS;
export const PART_NAMES = Object.keys(PARTS) as PartName[];

const printable = z
  .string()
  .min(1, "something has to be sent")
  .max(120, "a line has at most 120 signs")
  .regex(/^[\x20-\x7e]+$/, "a line is of ASCII, without its end");
/** The place of the value. */
export const HOLE = "{}";
const withHole = printable.refine(
  (text) => text.split(HOLE).length === 2,
  `write ${HOLE} once, where the value stands`,
);

/** Whether all words of a part mean what such a part can be, and what has to be meant is. */
const MEANT = { switch: ["on", "off"], mode: RADIO_MODES } as const;

const partSchema = z
  .strictObject({
    ask: printable.optional(),
    answer: withHole.optional(),
    tell: withHole.optional(),
    done: printable.optional(),
    news: withHole.optional(),
    unit: z.number().positive("a unit is how much 1 means: 1000 for kHz").max(1e9).default(1),
    decimals: z.int().min(0).max(6).default(0),
    digits: z.int().min(1).max(15).optional(),
    words: z.record(z.string().min(1).max(20), z.string()).optional(),
  })
  .superRefine(({ ask, answer, tell, news }, context) => {
    const fault = (path: string, message: string) => context.addIssue({ code: "custom", path: [path], message });
    if ((ask === undefined) !== (answer === undefined))
      fault(ask === undefined ? "ask" : "answer", "what is asked and what is answered go together");
    if (ask === undefined && tell === undefined && news === undefined)
      fault("ask", "a part is asked, told, or tells by itself: at least one of it");
  });
type Part = z.output<typeof partSchema>;

const orderSchema = z.strictObject({ tell: printable, done: printable.optional() });
const range = z
  .tuple([z.int().min(0), z.int().max(300_000_000_000)])
  .refine(([low, high]) => low < high, "the lower frequency comes first, both in Hz");

const FORMAT = "ypsiloid-radio/1";

/**
 * How a radio with a set of ASCII lines is asked and told things; docs/radios.md says what each line means. Frequencies
 * and filters are in Hz, power in watts, times in milliseconds.
 */
export const descriptorSchema = z
  .strictObject({
    format: z.literal(FORMAT, `this version reads ${FORMAT}`),
    tag: z.string().regex(/^[A-Z0-9][A-Z0-9-]{0,39}$/, "a tag is of capitals, digits and hyphens, as MY-RADIO"),
    name: z.string().trim().min(1, "give it a name").max(40),
    about: z.string().max(400).default(""),
    /** What ends a line, both ways. */
    lineEnd: z.string().min(1, 'what ends a line, as "\\r" or ";"').max(2),
    /** What ends its answers, where that is another. */
    answerEnd: z.string().min(1).max(2).optional(),
    serial: z
      .strictObject({
        speed: z.int().min(300).max(1_000_000),
        bits: z.union([z.literal(7), z.literal(8)], "7 or 8 bits"),
        parity: z.enum(["none", "even", "odd"]),
        stopBits: z.union([z.literal(1), z.literal(2)], "1 or 2 stop bits"),
      })
      .default({ speed: 9600, bits: 8, parity: "none", stopBits: 1 }),
    waitMs: z.int().min(50).max(10_000).default(1000),
    pauseMs: z.int().min(0).max(1000).default(0),
    everyMs: z.int().min(50).max(10_000).default(250),
    tunes: z.array(range).min(1, "where it tunes, in Hz").max(20),
    filters: z.array(z.int().min(1).max(100_000)).max(40).default([]),
    antennas: z.array(z.string().min(1).max(20)).max(10).default([]),
    watts: z.number().positive().max(10_000).default(100),
    limitSeconds: z.int().min(1).max(3600).optional(),
    identity: z.strictObject({ ask: printable, answer: withHole, is: z.string().min(1).max(60) }).optional(),
    refused: z.array(printable).max(20).default([]),
    parts: z.partialRecord(z.enum(PART_NAMES), partSchema),
    key: orderSchema.extend({ tell: withHole }).optional(),
    stop: orderSchema.optional(),
    hold: orderSchema.optional(),
  })
  .superRefine(({ parts, key, stop }, context) => {
    if (parts.frequency === undefined)
      context.addIssue({
        code: "custom",
        path: ["parts"],
        message: 'a part "frequency" is needed: without it nothing follows',
      });
    if (parts.transmit?.tell === undefined && key !== undefined && stop === undefined)
      context.addIssue({ code: "custom", path: ["stop"], message: "what keys has to be stopped: say how" });
    for (const name of PART_NAMES) {
      const part = parts[name];
      if (part !== undefined)
        for (const [path, message] of wordFaults(name, part))
          context.addIssue({ code: "custom", path: ["parts", name, ...path], message });
    }
  });
export type Descriptor = z.output<typeof descriptorSchema>;

function wordFaults(name: PartName, { words }: Part): [path: string[], message: string][] {
  const { kind } = PARTS[name];
  if (kind === "number" || kind === "text")
    return words === undefined
      ? []
      : [[["words"], `${name} is ${kind === "text" ? "written as it is" : "a number"}: it has no words`]];
  const meanings: readonly string[] = MEANT[kind];
  if (words === undefined) return [[["words"], `its words, each with what it means: ${meanings.join(", ")}`]];
  const strange = Object.entries(words)
    .filter(([, meaning]) => !meanings.includes(meaning))
    .map(([word, meaning]): [string[], string] => [["words", word], `"${meaning}" is none of ${meanings.join(", ")}`]);
  const lacking = kind === "switch" ? meanings.filter((one) => !Object.values(words).includes(one)) : [];
  return [...strange, ...lacking.map((one): [string[], string] => [["words"], `no word means "${one}"`])];
}

/** A descriptor from what was read of a file, or what is wrong with it, each fault with its path. */
export function checkDescriptor(
  data: unknown,
): { readonly ok: true; readonly value: Descriptor } | { readonly ok: false; readonly faults: Fault[] } {
  const parsed = descriptorSchema.safeParse(data);
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, faults: faultsOf(parsed.error) };
}

/** The modes that a radio has. */
export function modesOf({ parts }: Descriptor): RadioMode[] {
  return RADIO_MODES.filter((mode) => Object.values(parts.mode?.words ?? {}).includes(mode));
}
