import type { Every } from "@/core/backup";
import type { BackupReason } from "@/core/contract";

export const EVERY_WORDS: Readonly<Record<Every, string>> = {
  never: "never by itself",
  hour: "every hour",
  sixHours: "every six hours",
  day: "every day",
  week: "every week",
};

export const WHY_WORDS: Readonly<Record<BackupReason, string>> = {
  schedule: "by itself",
  asked: "asked for",
  change: "before a large change",
  update: "before an update",
  return: "before going back",
};
