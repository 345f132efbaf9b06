import { z } from "zod";
import { EVERY, type Every, keepRuleSchema, USUAL_RULE } from "../backup";

/** Why a backup was made: its time had come, somebody asked, before a large change, an update, or going back to another. */
export const BACKUP_REASONS = ["schedule", "asked", "change", "update", "return"] as const;
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
  /** Where it lies: beside the database, in the second folder, or in both. */
  isInFirst: z.boolean(),
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

/** What going back to a backup would do. */
export const backupLookSchema = z.object({
  madeAt: z.string(),
  /** Why one cannot go back to it, and the mend; null where one can. */
  obstacle: z.string().nullable(),
  logbooks: z.array(
    z.object({
      name: z.string(),
      /** How many contacts it has in the backup, and in the log; null where there is no such logbook. */
      then: z.int().nullable(),
      now: z.int().nullable(),
      onlyNow: z.int(),
      onlyThen: z.int(),
      changed: z.int(),
    }),
  ),
  /** The newest of the contacts that are only in the log. */
  onlyNow: z.array(
    z.object({
      call: z.string(),
      startedAt: z.string(),
      band: z.string(),
      mode: z.string(),
    }),
  ),
});
export type BackupLook = z.output<typeof backupLookSchema>;

export const goBackSchema = z.strictObject({
  /** Whether contacts that the backup lacks are taken over from the log. */
  takeOver: z.boolean(),
});

export const wentBackSchema = z.object({
  madeAt: z.string(),
  takenOver: z.int(),
  /** The backup of how it was before. */
  before: z.string(),
});
export type WentBack = z.output<typeof wentBackSchema>;
