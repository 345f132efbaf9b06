import { z } from "zod";
import { ENRICHED, listingSchema } from "../directory";
import { enrichChoiceSchema } from "./change";
import { selectionSchema } from "./contact";
import { settingSchema } from "./setting";

/** What directories have of a station: together, and each by itself, in the order in which they are believed. */
export const directoryEntrySchema = listingSchema.extend({
  by: z.array(z.object({ directory: z.string(), name: z.string(), askedAt: z.string(), listing: listingSchema })),
});
export type DirectoryEntry = z.output<typeof directoryEntrySchema>;

/** A directory of stations, and how it stands. */
export const directorySchema = z.object({
  id: z.string(),
  name: z.string(),
  about: z.string(),
  isUsed: z.boolean(),
  /** Without its secrets. */
  settings: z.record(z.string(), z.unknown()),
  /** The settings that it has and does not tell. */
  secrets: z.array(z.string()),
  /** Its settings as a form shows them. */
  form: z.array(settingSchema),
  /** Until when it wants to be left alone, and why; null where it does not. */
  rest: z.object({ until: z.string(), why: z.string() }).nullable(),
  /** Of how many stations its answer is kept, and how many of them it lists. */
  asked: z.int(),
  listed: z.int(),
  /** When it was asked last. */
  askedAt: z.string().nullable(),
});
export type Directory = z.output<typeof directorySchema>;

/** What is not given stays as it is; the settings are held against the directory's own schema. */
export const directoryPatchSchema = z.strictObject({
  isUsed: z.boolean().optional(),
  settings: z.record(z.string(), z.unknown()).optional(),
});

export const directoryTestSchema = z.strictObject({
  settings: z.record(z.string(), z.unknown()),
  /** The station that it is asked for. */
  call: z.string().max(30),
});

/** All directories, in the order in which they are asked and believed. */
export const directoryOrderSchema = z.strictObject({ ids: z.array(z.string().max(40)).max(100) });

/** Which contacts are looked at, and what would be taken; the first of those that would change, or some further on. */
export const enrichLookInputSchema = z.strictObject({
  selection: selectionSchema,
  choice: enrichChoiceSchema,
  offset: z.int().min(0).default(0),
  limit: z.int().min(1).max(200).default(50),
});

/** What contacts would get of what directories said so far. */
export const enrichLookSchema = z.object({
  /** Contacts that are looked at, and those of them that would get something. */
  selected: z.int(),
  changed: z.int(),
  /** Stations that lack something, and those of them that directories are still to be asked for. */
  stations: z.int(),
  unasked: z.int(),
  facts: z.array(z.object({ fact: z.enum(ENRICHED), count: z.int(), doubtful: z.int() })),
  directories: z.array(z.object({ directory: z.string(), count: z.int() })),
  /** All that is doubtful, as a change takes it: the contact and the fact. At most 10 000. */
  doubtful: z.array(z.string()),
  rows: z.array(
    z.object({
      contactId: z.int(),
      call: z.string(),
      startedAt: z.string(),
      proposals: z.array(
        z.object({
          fact: z.enum(ENRICHED),
          was: z.union([z.string(), z.number()]).nullable(),
          is: z.union([z.string(), z.number()]),
          directory: z.string(),
          doubt: z.string().nullable(),
        }),
      ),
    }),
  ),
});
export type EnrichLook = z.output<typeof enrichLookSchema>;

/** For the stations of which contacts directories are asked. */
export const lookUpInputSchema = z.strictObject({
  selection: selectionSchema,
  choice: enrichChoiceSchema,
  /** Only so many stations, to see how it looks; null for all. */
  first: z.int().min(1).max(1000).nullable().default(null),
  /** Where a directory has answered enough for a time, to go on by itself when it answers again. */
  goOn: z.boolean().default(false),
});
export type LookUpInput = z.output<typeof lookUpInputSchema>;

export const lookUpReportSchema = z.object({
  stations: z.int(),
  /** Stations that were asked for, by each directory, and those that it lists. */
  directories: z.array(
    z.object({
      directory: z.string(),
      name: z.string(),
      asked: z.int(),
      listed: z.int(),
      /** Why it was asked no more. */
      problem: z.string().nullable(),
    }),
  ),
  /** When it goes on by itself; null where it does not. */
  goesOnAt: z.string().nullable(),
});
export type LookUpReport = z.output<typeof lookUpReportSchema>;
