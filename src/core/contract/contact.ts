import { z } from "zod";
import { MODE_GROUPS } from "../band";
import { baseCall } from "../callsign";
import { contactFactsSchema, secondsOf } from "../contact";
import { filterSchema, sortSchema } from "../view";

/** A contact as it is kept and as the interface for programs shows it. Times are UTC, frequencies Hz, powers watts. */
export const storedContactSchema = z.object({
  id: z.int(),
  logbookId: z.int(),
  /** Counts the changes; a change may name the revision it was made from. */
  revision: z.int(),
  ...contactFactsSchema.shape,
  band: z.string(),
  endedAt: z.string(),
  baseCall: z.string(),
  modeGroup: z.enum(MODE_GROUPS),
});
export type StoredContact = z.output<typeof storedContactSchema>;

/** A contact as it was just logged, with the batch of the journal to undo to take it back. */
export const loggedContactSchema = storedContactSchema.extend({ batchId: z.int() });
export type LoggedContact = z.output<typeof loggedContactSchema>;

/** A change: the facts that change, and the revision it was made from, so that nobody's change is lost unseen. */
export const contactPatchSchema = z.strictObject({
  ...contactFactsSchema.partial().shape,
  revision: z.int().optional(),
});

/** An ISO time, or seconds since 1970 UTC. */
const instant = z
  .union([z.int(), z.iso.datetime({ offset: true }).transform(secondsOf)], {
    error: "a time is written like 2026-11-23T21:40:07Z",
  })
  .optional();

const filterShape = {
  band: z
    .string()
    .max(20)
    .transform((value) => value.toLowerCase())
    .optional(),
  mode: z
    .string()
    .max(40)
    .transform((value) => value.toUpperCase())
    .optional(),
  modeGroup: z.enum(MODE_GROUPS).optional(),
  /** A call: contacts with the station, under whichever designators. */
  call: z.string().max(20).transform(baseCall).optional(),
  /** Words that all must be in the call, the name, the place, the comment or the notes. */
  find: z.string().max(200).optional(),
  entity: z.coerce.number().int().min(0).max(999).optional(),
  /** The site that they were logged from. */
  site: z.coerce.number().int().positive().optional(),
  from: instant,
  to: instant,
};

/** Which contacts are meant. */
const contactFilterSchema = z.strictObject({ ...filterShape, filter: filterSchema.optional() });
export type ContactFilter = z.output<typeof contactFilterSchema>;

/** Contacts by their numbers, or all that a filter holds but for some. */
export const selectionSchema = z.union([
  z.strictObject({ ids: z.array(z.int().positive()).min(1, "no contact is selected").max(100_000) }),
  z.strictObject({ all: contactFilterSchema, except: z.array(z.int().positive()).max(100_000).default([]) }),
]);
export type Selection = z.output<typeof selectionSchema>;

const filterText = z
  .string()
  .max(20_000)
  .transform((text, context): unknown => {
    try {
      return JSON.parse(text);
    } catch {
      context.addIssue({ code: "custom", message: "a filter is given as JSON" });
      return z.NEVER;
    }
  })
  .pipe(filterSchema);

/** The name by which a browser knows a contact that it may have to hand in later: with it, it is taken once. */
export const handInNameSchema = z.string().min(1).max(60);
export const handInQuerySchema = z.strictObject({ handIn: handInNameSchema.optional() });

/** Which contacts to list. `offset` jumps into the list, for a table that is scrolled; `cursor` goes on from a page. */
export const contactQuerySchema = z.strictObject({
  ...filterShape,
  limit: z.coerce.number().int().min(1).max(500).default(100),
  cursor: z
    .string()
    .regex(/^\d+-\d+$/, "a cursor is taken from the `next` of a page")
    .optional(),
  offset: z.coerce.number().int().min(0).max(100_000_000).optional(),
  /** A filter, as JSON. */
  filter: filterText.optional(),
  /** A column to sort by, with "-" before it for the other way round; for pages asked with an offset. */
  sort: sortSchema.optional(),
});
export type ContactQuery = z.output<typeof contactQuerySchema>;

export const contactPageSchema = z.object({
  items: z.array(storedContactSchema),
  next: z.string().nullable(),
  /** How many there are in all; given when asked with an offset. */
  total: z.int().optional(),
});
export type ContactPage = z.output<typeof contactPageSchema>;
