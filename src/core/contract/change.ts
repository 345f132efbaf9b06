import { z } from "zod";
import { RECEIVED_STATES, SENT_STATES } from "../confirm";
import { contactFactsSchema, daySchema, type FactKey, OWN_FACTS, SETTABLE_FACTS } from "../contact";
import { ENRICH_WAYS, ENRICHED } from "../directory";
import { selectionSchema } from "./contact";

const LONGEST_SHIFT = 20 * 366 * 86_400;

/** What is taken of what directories say of stations. */
export const enrichChoiceSchema = z.strictObject({
  way: z.enum(ENRICH_WAYS).default("empty"),
  facts: z.array(z.enum(ENRICHED)).min(1, "choose a fact"),
  /** Their ids; they are believed in the order that is set for them. */
  directories: z.array(z.string().max(40)).min(1, "choose a directory"),
});
export type EnrichChoice = z.output<typeof enrichChoiceSchema>;

/** One change for many contacts. */
export const changeSchema = z.discriminatedUnion("do", [
  z
    .strictObject({
      do: z.literal("set"),
      field: z.enum(SETTABLE_FACTS.map(({ key }) => key) as [FactKey, ...FactKey[]]),
      value: z.union([z.string(), z.number()]).nullable(),
    })
    .superRefine(({ field, value }, context) => {
      const checked = contactFactsSchema.shape[field].safeParse(value);
      if (!checked.success)
        context.addIssue({ code: "custom", path: ["value"], message: checked.error.issues[0]?.message ?? "not valid" });
    }),
  z.strictObject({
    do: z.literal("shift"),
    seconds: z
      .int()
      .min(-LONGEST_SHIFT)
      .max(LONGEST_SHIFT)
      .refine((value) => value !== 0, "say by how much"),
  }),
  z.strictObject({
    do: z.literal("site"),
    siteId: z.int().positive(),
    /** These facts of our side alone; all where nothing is said. */
    only: z.array(z.enum(OWN_FACTS)).min(1).optional(),
  }),
  z.strictObject({ do: z.literal("pin"), pin: z.boolean() }),
  z.strictObject({
    do: z.literal("card"),
    sent: z.enum(SENT_STATES).optional(),
    received: z.enum(RECEIVED_STATES).optional(),
    on: daySchema.nullable().default(null),
    via: z.string().trim().max(20).nullable().default(null),
  }),
  z.strictObject({ do: z.literal("resolve") }),
  z.strictObject({ do: z.literal("move"), logbookId: z.int().positive() }),
  z.strictObject({ do: z.literal("copy"), logbookId: z.int().positive() }),
  z.strictObject({ do: z.literal("delete") }),
  enrichChoiceSchema.extend({
    do: z.literal("enrich"),
    /** Contacts that stay as they are. */
    without: z.array(z.int().positive()).max(100_000).default([]),
    /** What is doubtful and taken all the same, as "17 grid": the contact and the fact. */
    taken: z.array(z.string().max(40)).max(100_000).default([]),
  }),
]);
export type Change = z.output<typeof changeSchema>;

export const changeInputSchema = z.strictObject({ selection: selectionSchema, change: changeSchema });

/** What a change does, or did: by field, with examples. */
export const changeReportSchema = z.object({
  /** The batch of the journal; undoing it takes the change back. Null before it is done. */
  batchId: z.int().nullable(),
  selected: z.int(),
  changed: z.int(),
  /** They are like that already. */
  unchanged: z.int(),
  refusedCount: z.int(),
  refused: z.array(z.object({ contactId: z.int(), call: z.string(), reason: z.string() })),
  /** Changed or deleted by someone since the change was looked at; they were left alone. */
  meanwhile: z.int(),
  fields: z.array(
    z.object({
      key: z.string(),
      count: z.int(),
      examples: z.array(z.object({ call: z.string(), was: z.unknown(), is: z.unknown() })),
    }),
  ),
});
export type ChangeReport = z.output<typeof changeReportSchema>;

/** Cards that were received, sent or are owed, for a few contacts at once. */
export const cardsInputSchema = z.strictObject({
  ids: z.array(z.int().positive()).min(1, "tick a contact").max(200, "at most 200 at once"),
  sent: z.enum(SENT_STATES).optional(),
  received: z.enum(RECEIVED_STATES).optional(),
  on: daySchema.nullable().default(null),
  via: z.string().trim().max(20).nullable().default(null),
});

export const cardsReportSchema = z.object({ batchId: z.int().nullable(), changed: z.int() });
export type CardsReport = z.output<typeof cardsReportSchema>;
