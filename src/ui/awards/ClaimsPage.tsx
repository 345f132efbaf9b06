"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { ServiceId } from "@/core/confirm";
import * as endpoints from "@/core/contract/endpoints/credits";
import { useActions } from "../kit/actions";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { summaryOf } from "../shell/JobLine";
import { useNow } from "../kit/useNow";
import { useLogbook } from "../shell/logbook";
import { claimsKey } from "./awardKeys";
import { ClaimView } from "./ClaimView";
import { GrantsWindow } from "./GrantsWindow";
import { PlanView } from "./PlanView";
import { GRANTORS, useFetchAccount } from "./useAccount";
import type { AwardState } from "./useAwards";

/** Claims: the next one as it is planned, those that were made, and what was granted before. */
export function ClaimsPage({
  awards,
  onLeave,
  onTieOut,
}: {
  awards: readonly AwardState[];
  onLeave: () => void;
  onTieOut: () => void;
}) {
  const { logbook } = useLogbook();
  const client = useQueryClient();
  const { data, error, refetch } = useQuery({
    queryKey: claimsKey(logbook.id),
    queryFn: () => ask(endpoints.claims, { params: { logbookId: logbook.id } }),
  });
  const today = useNow()?.slice(0, 10) ?? "";
  const [shown, setShown] = useState<string | null>(null);
  const [granting, setGranting] = useState(false);
  useActions([
    { id: "allAwards", run: onLeave },
    { id: "tieOut", run: onTieOut },
    { id: "grants", run: () => setGranting(true) },
    { id: "printClaim", run: () => window.print() },
  ]);
  const refresh = () => void client.invalidateQueries({ queryKey: claimsKey(logbook.id) });
  const open = data?.items.find(({ number }) => number === shown);
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)] print:block">
      <p className="hidden text-title print:block">
        {`Claims of ${logbook.site.call}, ${logbook.name}; printed on ${today} UTC`}
      </p>
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-panel px-4 py-1.5 print:hidden">
        <Button small look="quiet" onClick={onLeave}>
          All awards
        </Button>
        <h1 className="text-title font-semibold">Claims</h1>
        <span className="flex-1" />
        {GRANTORS.map(({ id, name }) => (
          <FetchButton key={id} service={id} name={name} />
        ))}
        <Button small onClick={onTieOut}>
          Tie out
        </Button>
        <Button small onClick={() => setGranting(true)}>
          Granted before
        </Button>
        <Button small onClick={() => window.print()}>
          Print
        </Button>
      </header>
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_300px] print:block max-lg:grid-cols-1">
        {open === undefined ? (
          <PlanView awards={awards} onClaimed={setShown} />
        ) : (
          <ClaimView key={open.number} claim={open} awards={awards} onChanged={refresh} />
        )}
        <nav
          aria-label="Claims"
          className="grid min-h-0 content-start gap-1 overflow-auto border-l border-line bg-panel p-3 print:hidden"
        >
          <ClaimButton
            isShown={open === undefined}
            onClick={() => setShown(null)}
            title="The next claim"
            text="as it is planned"
          />
          {error !== null && data === undefined && <LoadFailure text={error.message} onRetry={() => void refetch()} />}
          {data?.items.map((claim) => (
            <ClaimButton
              key={claim.number}
              isShown={claim.number === shown}
              onClick={() => setShown(claim.number)}
              title={claim.number}
              text={[
                claim.day ?? "",
                claim.claimed > 0 && `${count(claim.claimed)} claimed`,
                claim.granted > 0 && `${count(claim.granted)} granted`,
                claim.refused > 0 && `${count(claim.refused)} refused`,
              ]
                .filter((part) => part !== false && part !== "")
                .join(", ")}
            />
          ))}
          {data?.items.length === 0 && <p className="px-2 py-1 text-soft">No claim was made yet.</p>}
        </nav>
      </div>
      {granting && (
        <GrantsWindow
          awards={awards}
          onClose={() => {
            setGranting(false);
            refresh();
          }}
        />
      )}
    </div>
  );
}

/** Fetches what a service did with claims, and how that went. */
function FetchButton({ service, name }: { service: ServiceId; name: string }) {
  const { logbook } = useLogbook();
  const { job, isBusy, fetch } = useFetchAccount(logbook.id, service);
  useActions([{ id: "fetchAccount", label: `Fetch the account of ${name}`, run: fetch }]);
  return (
    <>
      <span role="status" className={job?.state === "failed" ? "text-stop" : "text-soft"}>
        {job === undefined ? "" : job.state === "failed" ? job.problem : summaryOf(job)}
      </span>
      <Button small disabled={isBusy} onClick={fetch}>
        {isBusy ? "Fetching" : `Fetch the account of ${name}`}
      </Button>
    </>
  );
}

function ClaimButton({
  isShown,
  onClick,
  title,
  text,
}: {
  isShown: boolean;
  onClick: () => void;
  title: string;
  text: string;
}) {
  return (
    <button
      type="button"
      aria-current={isShown ? "true" : undefined}
      onClick={onClick}
      className={`rounded-field px-2 py-1 text-left hover:bg-signal-wash ${isShown ? "bg-signal-wash text-signal" : ""}`}
    >
      <span className="block font-semibold">{title}</span>
      <span className="text-soft">{text}</span>
    </button>
  );
}
