"use client";

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import type { Backup } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/backups";
import { fullTime } from "@/core/time/words";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { bytesText, count, many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { TableHead } from "../kit/TableHead";
import { useNow } from "../kit/useNow";
import { EVERY_WORDS, WHY_WORDS } from "./backupWords";
import { BackupWindow } from "./BackupWindow";
import { GoBackWindow } from "./GoBackWindow";
import { backupState, useBackups } from "./useBackups";

/** The backups that there are, how the last one went, and how they are made. */
export function BackupList() {
  const { data, error, refetch } = useBackups();
  const now = useNow();
  const [setting, setSetting] = useState(false);
  const [goingBackTo, setGoingBackTo] = useState<Backup | null>(null);
  const make = useMutation({
    mutationFn: () => ask(endpoints.makeBackup),
    onSuccess: ({ facts }) =>
      toast.success(
        `Backed up and read back: ${many(
          facts!.logbooks.reduce((sum, { contacts }) => sum + contacts, 0),
          "contact",
        )}.`,
      ),
    onError: (fault) => toast.error(fault.message),
  });
  useActions([
    { id: "backUp", label: "Back up now", run: () => make.mutate() },
    { id: "backupSettings", label: "Settings of backups", run: () => setSetting(true) },
  ]);
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  const state = data === undefined || now === null ? null : backupState(data, now);
  const isBusy = make.isPending || data?.isRunning === true;
  return (
    <section aria-label="Backups" className="p-4">
      <div className="flex flex-wrap items-center gap-3 pb-1.5">
        <p role="status" className={state?.isWrong === true ? "text-stop" : "text-soft"}>
          {state?.text}
        </p>
        <span className="flex-1" />
        <Button small disabled={isBusy} onClick={() => make.mutate()}>
          {isBusy ? "Backing up" : "Back up now"}
        </Button>
        <Button small disabled={data === undefined} onClick={() => setSetting(true)}>
          Settings<span className="sr-only"> of backups</span>
        </Button>
      </div>
      {data !== undefined && (
        <>
          <p className="pb-1.5 text-soft">
            Made {EVERY_WORDS[data.settings.every]}, and before each change of over 1000 contacts; checked and read
            back. They lie in <span className="font-mono">{data.folder}</span>
            {data.settings.second !== null && (
              <>
                {" "}
                and in <span className="font-mono">{data.settings.second}</span>
              </>
            )}
            , with each log as ADIF once a day.
          </p>
          {data.items.length > 0 && (
            <table className="w-full border border-line bg-panel">
              <caption className="sr-only">The backups, the newest first</caption>
              <TableHead
                titles={[
                  "Made, UTC",
                  "Why",
                  "Checked",
                  "Contacts",
                  "Newest contact",
                  "Size",
                  "Second folder",
                  "Restore",
                ]}
              />
              <tbody>
                {data.items.map((backup) => (
                  <Line
                    key={backup.name}
                    backup={backup}
                    hasSecond={data.settings.second !== null}
                    onGoBack={() => setGoingBackTo(backup)}
                  />
                ))}
              </tbody>
            </table>
          )}
        </>
      )}
      {goingBackTo !== null && <GoBackWindow backup={goingBackTo} onClose={() => setGoingBackTo(null)} />}
      {setting && data !== undefined && <BackupWindow settings={data.settings} onClose={() => setSetting(false)} />}
    </section>
  );
}

function Line({
  backup: { madeAt, why, bytes, facts, isInFirst, isInSecond },
  hasSecond,
  onGoBack,
}: {
  backup: Backup;
  hasSecond: boolean;
  onGoBack: () => void;
}) {
  return (
    <tr className="border-b border-line last:border-0">
      <th scope="row" className="px-2 py-1 pl-3 text-left font-mono font-normal whitespace-nowrap">
        {fullTime(madeAt)}
      </th>
      <td className="px-2 py-1">{WHY_WORDS[why]}</td>
      <td className="px-2 py-1">
        {facts === null ? (
          <span className="text-soft">not read back</span>
        ) : (
          <>
            <Mark kind="safe" /> whole
          </>
        )}
      </td>
      <td className="px-2 py-1">
        {facts?.logbooks.map(({ name, contacts }) => `${count(contacts)} in ${name}`).join(", ")}
      </td>
      <td className="px-2 py-1 font-mono whitespace-nowrap text-soft">
        {facts?.newest == null ? "" : fullTime(facts.newest)}
      </td>
      <td className="px-2 py-1 whitespace-nowrap">{bytesText(bytes)}</td>
      <td className="px-2 py-1 text-soft">
        {!hasSecond ? "none" : !isInFirst ? "only there" : isInSecond ? "has it" : "lacks it"}
      </td>
      <td className="px-2 py-0.5">
        <Button small look="quiet" aria-label={`Go back to the backup of ${fullTime(madeAt)}`} onClick={onGoBack}>
          Go back
        </Button>
      </td>
    </tr>
  );
}
