"use client";

import Link from "next/link";
import { backupState, useBackups } from "../station/useBackups";
import { useNow } from "../kit/useNow";

/** That backups fail, or are old, where one sees it; nothing while all is well. */
export function BackupWarning() {
  const { data } = useBackups();
  const now = useNow();
  if (data === undefined || now === null) return null;
  const { isWrong, short, text } = backupState(data, now);
  if (!isWrong) return null;
  return (
    <Link
      href="/station?page=backups"
      role="status"
      title={text}
      className="rounded-field bg-stop-wash px-2 py-1 font-semibold whitespace-nowrap text-stop"
    >
      {short}
    </Link>
  );
}
