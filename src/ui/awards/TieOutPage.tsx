"use client";

import { useState } from "react";
import { fullTime } from "@/core/time/words";
import { useActions } from "../kit/actions";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { count, many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { ProgressBar, summaryOf } from "../shell/JobLine";
import { useLogbook } from "../shell/logbook";
import { onText } from "./creditWords";
import { TieDifferences } from "./TieDifferences";
import { GRANTORS, useAccount, useFetchAccount } from "./useAccount";
import type { AwardState } from "./useAwards";
import type { AwardTie } from "@/core/contract";

interface TieOutPageProps {
  awards: readonly AwardState[];
  onLeave: () => void;
  onClaims: () => void;
}

/** The account of awards that a service keeps beside the log, line by line, and what makes them differ. */
export function TieOutPage({ awards, onLeave, onClaims }: TieOutPageProps) {
  const { logbook } = useLogbook();
  const [service, setService] = useState(GRANTORS[0]!.id);
  const { name } = GRANTORS.find(({ id }) => id === service)!;
  const { data, error, refetch } = useAccount(logbook.id, service);
  const { job, isBusy, fetch } = useFetchAccount(logbook.id, service);
  const [chosen, setChosen] = useState<string | null>(null);
  const [line, setLine] = useState<string | null>(null);
  useActions([
    { id: "allAwards", run: onLeave },
    { id: "claims", run: onClaims },
    { id: "fetchAccount", label: `Fetch the account of ${name}`, run: fetch },
  ]);
  const ties = (data?.awards ?? []).flatMap((tie) => {
    const of = awards.find(({ award }) => award === tie.award)?.of;
    return of === undefined ? [] : [{ ...tie, of }];
  });
  // What differs is looked at first.
  const shown = ties.find(({ award }) => award === chosen) ?? ties.find(({ total }) => total > 0) ?? ties[0];
  const differing = ties.reduce((sum, { total }) => sum + total, 0);
  const at = data?.fetchedAt ?? null;
  return (
    <div className="grid h-full grid-rows-[auto_auto_minmax(0,1fr)]">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-panel px-4 py-1.5">
        <Button small look="quiet" onClick={onLeave}>
          All awards
        </Button>
        <h1 className="text-title font-semibold">Tie out</h1>
        {GRANTORS.length > 1 && (
          <Choice label="Service" value={service} onChange={({ target }) => setService(target.value as typeof service)}>
            {GRANTORS.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </Choice>
        )}
        <p className="text-soft" role="status">
          {data === undefined
            ? ""
            : at === null
              ? `The account of ${name} was never fetched.`
              : differing === 0
                ? `${name} and the log agree, as it was fetched on ${fullTime(at)} UTC.`
                : `${many(differing, "difference")} from the account of ${name}, as it was fetched on ${fullTime(at)} UTC.`}
        </p>
        <span className="flex-1" />
        <Button small look={at === null ? "act" : "plain"} disabled={isBusy} onClick={fetch}>
          {isBusy ? "Fetching" : `Fetch the account of ${name}`}
        </Button>
      </header>
      {job !== undefined && job.state !== "done" ? (
        <div className="flex items-center gap-4 border-b border-line px-4 py-1.5">
          <p className={`min-w-0 flex-1 ${job.state === "running" ? "text-soft" : "text-stop"}`} role="status">
            {job.state === "running" ? summaryOf(job) : (job.problem ?? summaryOf(job))}
          </p>
          {job.state === "running" && (
            <div className="w-40">
              <ProgressBar job={job} />
            </div>
          )}
        </div>
      ) : (
        <div />
      )}
      {error !== null && data === undefined ? (
        <LoadFailure text={error.message} onRetry={() => void refetch()} />
      ) : data === undefined ? (
        <p className="p-8 text-soft">The account is held against the log.</p>
      ) : at === null || shown === undefined ? (
        <p className="max-w-prose p-8 text-soft">
          Once it is fetched, all that {name} ever granted stands here beside what your log says, and each difference
          opens to the contacts that make it.
        </p>
      ) : (
        <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)] max-lg:grid-cols-1 max-lg:overflow-auto">
          <div
            className="grid min-h-0 content-start gap-3 overflow-auto p-4 max-lg:overflow-visible"
            tabIndex={0}
            role="region"
            aria-label="Totals"
          >
            <nav aria-label="Awards of the account" className="flex flex-wrap gap-2">
              {ties.map((tie) => (
                <button
                  key={tie.award}
                  type="button"
                  aria-current={tie === shown ? "true" : undefined}
                  onClick={() => {
                    setChosen(tie.award);
                    setLine(null);
                  }}
                  className={`rounded-field border border-line px-2.5 py-1 hover:bg-signal-wash ${tie === shown ? "bg-signal-wash font-semibold text-signal" : "bg-panel"}`}
                >
                  {tie.of.name}
                  <span className="ml-2 font-normal text-soft">
                    {tie.total === 0 ? "agrees" : `${count(tie.total)} ${tie.total === 1 ? "differs" : "differ"}`}
                  </span>
                </button>
              ))}
            </nav>
            <Totals tie={shown} service={name} line={line} onLine={(on) => setLine(on === line ? null : on)} />
            {!shown.isCounted && (
              <p className="text-soft">Not all contacts are counted yet: what is confirmed here may be more.</p>
            )}
          </div>
          <TieDifferences
            key={shown.award}
            tie={shown}
            of={shown.of}
            service={service}
            line={line}
            onAllLines={() => setLine(null)}
            onFetch={fetch}
          />
        </div>
      )}
    </div>
  );
}

interface TotalsProps {
  tie: AwardTie;
  service: string;
  /** Of which line the differences are shown; null for all. */
  line: string | null;
  onLine: (on: string) => void;
}

/** The totals of both, the award as such first, then by band and by mode. What agrees is quiet. */
function Totals({ tie, service, line, onLine }: TotalsProps) {
  const titles = ["Granted", `${service}'s total`, "In its list", "In the log", "Confirmed in the log", "Differences"];
  return (
    <table className="w-full border border-line bg-panel">
      <caption className="sr-only">Credits granted, by {service} and by the log</caption>
      <thead>
        <tr className="border-b border-line align-bottom">
          {titles.map((title, at) => (
            <th key={title} scope="col" className={`heading px-2 py-1.5 ${at === 0 ? "pl-3 text-left" : "text-right"}`}>
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {tie.lines.map(({ on, stated, there, here, confirmed, apart }) => (
          <tr
            key={on}
            className={`border-b border-line last:border-0 ${on === line ? "bg-signal-wash" : ""} ${apart === 0 ? "text-soft" : ""}`}
          >
            <th scope="row" className="px-2 py-0.5 pl-3 text-left font-normal">
              {on === "" ? "Mixed" : onText(on)}
            </th>
            <Figure differs={stated !== null && stated !== there}>
              {stated === null ? "not said" : count(stated)}
            </Figure>
            <Figure differs={there !== here}>{count(there)}</Figure>
            <Figure differs={there !== here}>{count(here)}</Figure>
            <Figure>{count(confirmed)}</Figure>
            <td className="px-2 py-0.5 text-right">
              {apart === 0 ? (
                <Mark kind="safe" label="the same" />
              ) : (
                <button
                  type="button"
                  aria-pressed={on === line}
                  className="text-signal underline"
                  onClick={() => onLine(on)}
                >
                  {count(apart)}
                </button>
              )}
            </td>
          </tr>
        ))}
        {tie.lines.length === 0 && (
          <tr>
            <td colSpan={titles.length} className="px-3 py-1 text-soft">
              Nothing is granted yet.
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

function Figure({ differs = false, children }: { differs?: boolean; children: string }) {
  return <td className={`px-2 py-0.5 text-right tabular-nums ${differs ? "font-semibold" : ""}`}>{children}</td>;
}
