import { z } from "zod";
import { listingSchema } from "../directory";
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
