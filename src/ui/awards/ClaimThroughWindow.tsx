"use client";

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { serviceById, type ServiceId } from "@/core/confirm";
import type { ClaimPlanView } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/credits";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { faultLines } from "../kit/faultLines";
import { many } from "../kit/format";
import { useJob } from "../kit/useJob";
import { Window } from "../kit/Window";
import { ProgressBar, summaryOf } from "../shell/JobLine";
import { useLogbook } from "../shell/logbook";

interface ClaimThroughWindowProps {
  service: ServiceId;
  /** The plan. */
  contacts: ClaimPlanView["contacts"];
  /** With the number of the claim, to look at it. */
  onClaimed: (number: string) => void;
  onClose: () => void;
}

/** Claims the plan with a service, and shows what it answers. */
export function ClaimThroughWindow({ service, contacts, onClaimed, onClose }: ClaimThroughWindowProps) {
  const { logbook } = useLogbook();
  const { name } = serviceById(service);
  const [jobId, setJobId] = useState<number | null>(null);
  // The plan is another one as soon as it is claimed.
  const [planned] = useState(() => contacts.filter(({ credits }) => credits.length > 0));
  const job = useJob(jobId, "claim");
  const claim = useMutation({
    mutationFn: () =>
      ask(endpoints.claimThrough, {
        params: { logbookId: logbook.id, service },
        body: { contacts: planned.map(({ contact, credits }) => ({ id: contact.id, credits })) },
      }),
    onSuccess: ({ id }) => setJobId(id),
  });
  const credits = planned.reduce((sum, one) => sum + one.credits.length, 0);
  const cards = planned.filter(({ isCard }) => isCard).length;
  const isRunning = claim.isPending || job?.state === "running";
  const report = job?.state === "done" ? job.report : null;
  const number = report?.claim;
  const faults =
    claim.error !== null ? faultLines(claim.error) : job !== null && job.problem !== null ? [job.problem] : [];
  return (
    <Window
      title={`Claim with ${name}`}
      about={`${many(credits, "credit")} of ${many(planned.length, "contact")}. ${name} answers with a number, works on it for some days, and grants or refuses each; that comes with the next fetch of its account.`}
      width={600}
      onClose={onClose}
      onSubmit={() => !isRunning && report === null && claim.mutate()}
      buttons={
        <>
          <Button onClick={onClose}>Close</Button>
          {number === undefined ? (
            <Button key="claim" type="submit" look="act" autoFocus disabled={isRunning}>
              {isRunning ? "Claiming" : "Claim"}
            </Button>
          ) : (
            <Button key="look" look="act" autoFocus onClick={() => onClaimed(number)}>
              Look at the claim
            </Button>
          )}
        </>
      }
    >
      {cards > 0 && report === null && (
        <p>
          {many(cards, "card")} to be sent to {name} as well: print the list first.
        </p>
      )}
      {job?.state === "running" && <ProgressBar job={job} />}
      {faults.length > 0 && (
        <div role="alert" className="text-stop">
          {faults.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      )}
      {report !== null && job !== null && (
        <div role="status">
          <p>{summaryOf(job)}</p>
          <ul className="text-soft">
            {report.refusedLines.map(({ call, why }, at) => (
              <li key={at}>
                <span className="font-mono font-bold">{call}</span>: {why}
              </li>
            ))}
          </ul>
        </div>
      )}
    </Window>
  );
}
