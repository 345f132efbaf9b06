import { z } from "zod";
import { EVERY, type Every, keepRuleSchema, USUAL_RULE } from "../backup";

/** Why a backup was made: its time had come, somebody asked for it, before a large change, before an update. */
export const BACKUP_REASONS = ["schedule", "asked", "change", "update"] as const;
export type BackupReason = (typeof BACKUP_REASONS)[number];

/** What was found when a backup was checked and read back. */
export const backupFactsSchema = z.object({
  madeAt: z.iso.datetime(),
  why: z.enum(BACKUP_REASONS),
  logbooks: z.array(z.object({ name: z.string(), contacts: z.int() })),
  /** When the newest contact was; null where there is none. */
  newest: z.iso.datetime().nullable(),
});
export type BackupFacts = z.output<typeof backupFactsSchema>;

export const backupSchema = z.object({
  /** The name of its file, without its ending. */
  name: z.string(),
  madeAt: z.string(),
  why: z.enum(BACKUP_REASONS),
  bytes: z.int(),
  /** Null of one that was not checked, as those that were made before an update. */
  facts: backupFactsSchema.pick({ logbooks: true, newest: true }).nullable(),
  /** Whether the second folder has it, too. */
  isInSecond: z.boolean(),
});
export type Backup = z.output<typeof backupSchema>;

export const backupSettingsSchema = z.strictObject({
  every: z.enum(Object.keys(EVERY) as [Every, ...Every[]]).default("day"),
  keep: keepRuleSchema.default(USUAL_RULE),
  /** A folder elsewhere that each is copied to; null for none. */
  second: z.string().trim().min(1).max(1000).nullable().default(null),
});
export type BackupSettings = z.output<typeof backupSettingsSchema>;

export const backupViewSchema = z.object({
  folder: z.string(),
  settings: backupSettingsSchema,
  /** The newest first. */
  items: z.array(backupSchema),
  isRunning: z.boolean(),
  /** Why the last one could not be made, or copied, and since when. */
  problem: z.object({ at: z.string(), text: z.string() }).nullable(),
});
export type BackupView = z.output<typeof backupViewSchema>;
