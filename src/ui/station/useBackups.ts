"use client";

import { useQuery } from "@tanstack/react-query";
import { isOld } from "@/core/backup";
import { secondsOf } from "@/core/contact";
import type { BackupView } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/backups";
import { fullTime, spanText } from "@/core/time/words";
import { ask } from "../kit/api";
import { backupsKey } from "./backupsKey";

export function useBackups() {
  return useQuery({ queryKey: backupsKey, queryFn: () => ask(endpoints.backups) });
}

/** How it stands with the backups, in a word or two for the rail, and in a sentence. */
export function backupState(
  { items: [newest], problem, settings, isRunning }: BackupView,
  now: string,
): { readonly isWrong: boolean; readonly short: string; readonly text: string } {
  const at = newest === undefined ? null : secondsOf(newest.madeAt);
  const last = newest === undefined ? "There is no backup yet." : `The newest is of ${fullTime(newest.madeAt)} UTC.`;
  if (isRunning) return { isWrong: false, short: "Backing up", text: `A backup is being made. ${last}` };
  if (problem !== null)
    return {
      isWrong: true,
      short: "Backup failed",
      text: `On ${fullTime(problem.at)} UTC: ${problem.text}. ${last}`,
    };
  // One that was never made is made within minutes of the first start.
  if (at !== null && isOld(settings.every, at, secondsOf(now)))
    return { isWrong: true, short: "Backup is old", text: `${last} That is ${spanText(secondsOf(now) - at)} ago.` };
  return { isWrong: false, short: "", text: last };
}
