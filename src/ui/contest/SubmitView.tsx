"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";
import { bandLabel } from "@/core/band";
import type { Entry } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { fullTime } from "@/core/time/words";
import { toast } from "sonner";
import { addressOf, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count, many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { useStanding } from "./useStanding";

/** The log file as it will be handed in, what is wrong with it, and what the organiser said. */
export function SubmitView({ entry, onSetup }: { entry: Entry; onSetup: () => void }) {
  const client = useQueryClient();
  const standing = useStanding(entry);
  const params = { entryId: entry.id };
  const file = useQuery({
    queryKey: ["contest", entry.id, "log", entry],
    queryFn: () => ask(contest.logFile, { params }),
    staleTime: 0,
  });
  const handed = useQuery({
    queryKey: ["contest", entry.id, "submissions"],
    queryFn: () => ask(contest.submissions, { params }),
  });
  const refresh = () => client.invalidateQueries({ queryKey: ["contest", entry.id, "submissions"] });
  const submit = useMutation({
    mutationFn: () => ask(contest.submitLog, { params }),
    onSuccess: refresh,
  });
  const check = useMutation({
    mutationFn: (id: number) => ask(contest.fetchCheck, { params: { ...params, submissionId: id } }),
    onSuccess: refresh,
  });
  /** What was chosen and is not kept yet. */
  const [chosen, setChosen] = useState<boolean | null>(null);
  const leaveOut = useMutation({
    mutationFn: (leavesOut: boolean) => ask(contest.changeEntry, { params, body: { leavesOut } }),
    onSuccess: () => client.invalidateQueries({ queryKey: ["contest", "entries"] }),
    onError: (error) => void toast.error(error.message),
    onSettled: () => setChosen(null),
  });
  if (file.error !== null && file.data === undefined)
    return <LoadFailure text={file.error.message} onRetry={() => void file.refetch()} />;
  if (file.data === undefined) return <p className="p-4 text-soft">The log file is being written.</p>;
  const { text, faults, contacts, ediBands, readBack, claimedScore, unclaimed, pastTime } = file.data;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_420px] gap-4 p-4 max-lg:grid-cols-1">
      <section aria-label="Log file" className="min-w-0">
        <div className="mb-2 flex flex-wrap items-center gap-3">
          <h2 className="font-semibold">The log as it goes out</h2>
          <span className="text-soft">
            {many(contacts, "contact")}, {readBack === contacts ? "all read back alike" : `${readBack} read back`};
            claimed score {count(claimedScore)}
          </span>
          <span className="flex-1" />
          <a
            href={addressOf(contest.logFileItself, { params })}
            download
            className="inline-flex h-7 items-center gap-1.5 rounded-field border border-edge bg-panel px-2.5 hover:border-signal hover:bg-signal-wash"
          >
            <Download size={14} aria-hidden /> Save as a file
          </a>
          {ediBands.map((band) => (
            <a
              key={band}
              href={addressOf(contest.ediFile, { params, query: { band } })}
              download
              className="inline-flex h-7 items-center gap-1.5 rounded-field border border-edge bg-panel px-2.5 hover:border-signal hover:bg-signal-wash"
            >
              <Download size={14} aria-hidden /> EDI, {bandLabel(band)}
            </a>
          ))}
          <Button small onClick={onSetup}>
            Change the entry
          </Button>
        </div>
        <pre
          tabIndex={0}
          aria-label="Preview"
          className="max-h-[60vh] overflow-auto border border-line bg-panel px-3 py-2 font-mono text-base"
        >
          {text.length > PREVIEW ? `${text.slice(0, PREVIEW)}\n…` : text}
        </pre>
      </section>
      <aside className="grid content-start gap-4">
        <section aria-label="What is missing" className="border border-line bg-panel px-3 py-2.5">
          <h2 className="heading mb-1">Before it goes</h2>
          {faults.length === 0 ? (
            <p>Nothing is missing.</p>
          ) : (
            <ul className="grid gap-0.5">
              {faults.slice(0, 12).map((fault) => (
                <li key={`${fault.line} ${fault.text}`} className="text-wanted">
                  {fault.line > 1 && <span className="font-mono text-soft">line {fault.line} </span>}
                  {fault.text}
                </li>
              ))}
              {faults.length > 12 && <li className="text-soft">and {faults.length - 12} more</li>}
            </ul>
          )}
          {unclaimed.length > 0 && (
            <>
              <h3 className="heading mt-3 mb-1">Not claimed</h3>
              <ul className="grid gap-0.5">
                {unclaimed.map((reason) => (
                  <li key={reason.why} className="break-words">
                    {many(reason.contacts, "contact")}, {reason.why}: <span className="text-soft">{AS[reason.as]}</span>
                  </li>
                ))}
              </ul>
              <label className="mt-1.5 flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={chosen ?? entry.leavesOut}
                  onChange={({ target }) => {
                    setChosen(target.checked);
                    leaveOut.mutate(target.checked);
                  }}
                />
                Leave out of the file what does not count
              </label>
            </>
          )}
          {pastTime !== null && (
            <p className="mt-3 text-wanted">
              {many(pastTime.contacts, "contact")} {pastTime.contacts === 1 ? "is" : "are"} past the {pastTime.hours}{" "}
              hours of the category. An organiser takes them off: without them the score is{" "}
              {count(pastTime.scoreWithout)}. To claim them, choose a category without a limit.
            </p>
          )}
          {entry.rules.wrongPoints !== 0 && (
            <p className="mt-3 text-wanted">
              Each contact that the organiser finds wrong costs {-entry.rules.wrongPoints} points off the total, besides
              its own: the log check is worth a look.
            </p>
          )}
          <div className="mt-3 flex items-center gap-3">
            <Button look="act" disabled={submit.isPending || contacts === 0} onClick={() => submit.mutate()}>
              {submit.isPending ? "Handing in" : "Hand in to the organiser"}
            </Button>
            <span className="text-soft">until {fullTime(entry.deadline)}</span>
          </div>
          {(submit.error ?? check.error) !== null && (
            <p role="alert" className="mt-2 text-stop">
              {(submit.error ?? check.error)!.message}
            </p>
          )}
        </section>
        <section aria-label="Handed in" className="border border-line bg-panel px-3 py-2.5">
          <h2 className="heading mb-1">Handed in</h2>
          {handed.data?.items.length === 0 && <p className="text-soft">Not yet.</p>}
          {handed.data?.items.map((one) => (
            <div key={one.id} className="grid gap-1 border-t border-line py-1.5 first:border-t-0">
              <p>
                <span className="font-mono text-soft">{fullTime(one.at)}</span>{" "}
                <b className={`font-semibold ${STATE_LOOKS[one.state]}`}>{STATES[one.state]}</b>{" "}
                {one.receipt !== null && <span className="font-mono">{one.receipt}</span>}
              </p>
              <p className="break-words text-soft">{one.text}</p>
              {one.faults.slice(0, 8).map((fault) => (
                <p key={`${fault.line} ${fault.text}`} className="break-words">
                  <span className="font-mono text-soft">line {fault.line}</span> {fault.text}
                </p>
              ))}
              {one.report !== null && (
                <details>
                  <summary>
                    Final score <b className="font-semibold">{count(one.report.score)}</b>,{" "}
                    {many(one.report.findings.length, "contact")} taken off
                  </summary>
                  <ul className="mt-1 grid gap-1">
                    {one.report.findings.map((finding) => (
                      <li key={finding.line} className="break-words">
                        {finding.text}
                        {finding.lost !== null && <b className="font-semibold">: {count(finding.lost)} points lost</b>}
                        <span className="block truncate font-mono text-tiny text-faint">{finding.line}</span>
                      </li>
                    ))}
                  </ul>
                </details>
              )}
              {one.state === "taken" && (
                <Button small disabled={check.isPending} onClick={() => check.mutate(one.id)}>
                  Fetch the cross-check
                </Button>
              )}
            </div>
          ))}
        </section>
        {standing !== null && (
          <section aria-label="Summary" className="border border-line bg-panel px-3 py-2.5">
            <h2 className="heading mb-1">Summary</h2>
            <p>
              {entry.ownCall}, {Object.values(entry.category).join(", ")}; {entry.operators.join(" ")}
            </p>
            <p>
              {many(standing.total.contacts, "contact")} that count, {standing.total.duplicates} duplicates,{" "}
              {count(standing.total.points)} points
              {entry.rules.multipliers.map(
                ({ id, label }) => `, ${standing.total.multipliers[id] ?? 0} ${label.toLowerCase()}`,
              )}
              .
            </p>
          </section>
        )}
      </aside>
    </div>
  );
}

const AS = {
  kept: "in the file, not in the score",
  withdrawn: "marked X-QSO in the file",
  "left out": "not in the file",
} as const;
const STATE_LOOKS = { unanswered: "text-wanted", taken: "text-safe", refused: "text-stop", checked: "text-safe" };
const PREVIEW = 200_000;
const STATES = { unanswered: "No answer yet", taken: "Taken", refused: "Refused", checked: "Cross-checked" } as const;
