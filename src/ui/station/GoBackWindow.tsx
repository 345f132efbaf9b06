"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import type { Backup, BackupLook } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/backups";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { TableHead } from "../kit/TableHead";
import { Tick } from "../kit/Tick";
import { Window } from "../kit/Window";

/** What going back to a backup would do, and the way to do it. */
export function GoBackWindow({ backup: { name, madeAt }, onClose }: { backup: Backup; onClose: () => void }) {
  const [takeOver, setTakeOver] = useState(true);
  const params = { name };
  const { data: look, error } = useQuery({
    queryKey: ["backupLook", name],
    queryFn: () => ask(endpoints.lookAtBackup, { params }),
    // What is logged meanwhile is taken over as well; the figures are of when one asked.
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  const goBack = useMutation({
    mutationFn: () => ask(endpoints.goBack, { params, body: { takeOver } }),
    onSuccess: ({ takenOver }) => {
      toast.success(
        `The log is that of ${fullTime(madeAt)} UTC` +
          (takenOver === 0 ? "." : `, with ${many(takenOver, "contact")} taken over.`),
      );
      onClose();
    },
  });
  const problem = error?.message ?? goBack.error?.message ?? look?.obstacle;
  const cannot = look === undefined || look.obstacle !== null || goBack.isPending;
  return (
    <Window
      title={`Go back to the backup of ${fullTime(madeAt)} UTC`}
      about="All logbooks, sites, links and settings become as they were then. How they are now is backed up before."
      width={680}
      onClose={onClose}
      onSubmit={() => !cannot && goBack.mutate()}
      buttons={
        <>
          <Button autoFocus onClick={onClose}>
            Stay
          </Button>
          <Button type="submit" look="act" disabled={cannot}>
            {goBack.isPending ? "Going back" : "Go back"}
          </Button>
        </>
      }
    >
      {look === undefined && error === null && <p role="status">The backup is checked, and compared with the log.</p>}
      {problem != null && (
        <p role="alert" className="text-stop">
          {look?.obstacle == null ? problem : `One cannot go back to it: ${problem}.`}
        </p>
      )}
      {look !== undefined && look.obstacle === null && (
        <Differences look={look} takeOver={takeOver} onTakeOver={setTakeOver} />
      )}
    </Window>
  );
}

function Differences({
  look: { logbooks, onlyNow },
  takeOver,
  onTakeOver,
}: {
  look: BackupLook;
  takeOver: boolean;
  onTakeOver: (take: boolean) => void;
}) {
  const since = logbooks.reduce((sum, one) => sum + one.onlyNow, 0);
  return (
    <>
      <table className="w-full border border-line">
        <caption className="sr-only">The logbooks, in the backup and now</caption>
        <TableHead titles={["Logbook", "Then", "Now", "Logged since", "Deleted since", "Changed since"]} />
        <tbody>
          {logbooks.map((one, at) => (
            <tr key={at} className="border-b border-line last:border-0">
              <th scope="row" className="px-2 py-1 pl-3 text-left font-normal">
                {one.name}
              </th>
              <td className="px-2 py-1">{one.then === null ? "is not in it" : count(one.then)}</td>
              <td className="px-2 py-1">{one.now === null ? "was deleted" : count(one.now)}</td>
              {[one.onlyNow, one.onlyThen, one.changed].map((contacts, column) => (
                <td key={column} className={`px-2 py-1 ${contacts === 0 ? "text-faint" : "font-semibold"}`}>
                  {count(contacts)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {logbooks.some(({ onlyThen, changed }) => onlyThen + changed > 0) && (
        <p className="text-soft">What was deleted since comes back, and what was changed since becomes as it was.</p>
      )}
      {since === 0 ? (
        <p>Nothing was logged since that would be lost.</p>
      ) : (
        <>
          <Tick
            label={`Take over what was logged since: ${many(since, "contact")}`}
            checked={takeOver}
            onChange={onTakeOver}
          />
          {!takeOver && (
            <p className="text-stop">They leave the log, and are then only in the backup that is made before.</p>
          )}
          <ul
            aria-label="Logged since, the newest first"
            tabIndex={0}
            className="max-h-44 overflow-auto border border-line"
          >
            {onlyNow.map(({ call, startedAt, band, mode }, at) => (
              <li
                key={at}
                className="grid grid-cols-[11rem_8rem_5rem_1fr] border-b border-line px-3 py-0.5 last:border-0"
              >
                <span className="font-mono text-soft">{fullTime(startedAt)}</span>
                <b className="font-mono">{call}</b>
                <span>{bandLabel(band)}</span>
                <span>{mode}</span>
              </li>
            ))}
          </ul>
          {since > onlyNow.length && <p className="text-faint">and {count(since - onlyNow.length)} more</p>}
        </>
      )}
    </>
  );
}
