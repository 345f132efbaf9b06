"use client";

import { bandLabel, formatFrequency } from "@/core/band";
import type { Alert, AlertOutcome } from "@/core/contract";
import { shortTime } from "@/core/time/words";
import { Button } from "../kit/Button";
import { LoadFailure } from "../kit/LoadFailure";
import { Mark } from "../kit/Mark";
import { useNow } from "../kit/useNow";
import { useLogbook } from "../shell/logbook";
import { mailText, useAlertHistory, useFreshAlerts } from "./useAlerts";
import { useGoToAlert } from "./useGoToAlert";

const OUTCOMES: Readonly<Record<AlertOutcome, string>> = {
  open: "not answered yet",
  went: "gone to",
  worked: "worked",
  aside: "put aside",
  silenced: "silenced",
  missed: "nobody answered",
};

/** What one was called for, and what became of each. */
export function AlertHistory() {
  const { logbook } = useLogbook();
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useAlertHistory(logbook.id);
  const goTo = useGoToAlert(logbook.id);
  const alerts = data?.pages.flatMap(({ items }) => items) ?? [];
  useFreshAlerts(logbook.id, "history", alerts);
  const thisYear = Number(useNow()?.slice(0, 4) ?? 0);
  return (
    <section aria-label="Called for" className="min-h-0 overflow-auto">
      <header className="sticky top-0 flex items-center gap-2 border-b border-line bg-panel px-4 py-2">
        <h2 className="leading-7 font-semibold">Called for</h2>
      </header>
      {error !== null && data === undefined && (
        <LoadFailure
          text={`What you were called for could not be loaded: ${error.message}`}
          onRetry={() => void refetch()}
        />
      )}
      {data !== undefined && alerts.length === 0 && (
        <p className="px-4 py-6 text-soft">
          Nothing yet. What a rule calls you for stands here, with what became of it.
        </p>
      )}
      {alerts.length > 0 && (
        <table className="w-full">
          <thead>
            <tr className="text-left text-tiny text-soft [&>th]:px-2 [&>th]:py-1 [&>th]:font-normal [&>th:first-child]:pl-4">
              <th>UTC</th>
              <th>Call</th>
              <th className="text-right">kHz</th>
              <th>Why</th>
              <th>Outcome</th>
              <th>
                <span className="sr-only">Do</span>
              </th>
            </tr>
          </thead>
          <tbody className="divide-y divide-line border-y border-line">
            {alerts.map((alert) => (
              <Line key={alert.id} alert={alert} thisYear={thisYear} onGo={goTo} />
            ))}
          </tbody>
        </table>
      )}
      {hasNextPage && (
        <p className="p-3 text-center">
          <Button small disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
            Show older ones
          </Button>
        </p>
      )}
    </section>
  );
}

function Line({ alert, thisYear, onGo }: { alert: Alert; thisYear: number; onGo: (alert: Alert) => void }) {
  const { at, call, band, mode, submode, frequencyHz, worth, why, chance, reason, rules, outcome, outcomeAt, mail } =
    alert;
  return (
    <tr
      className={`align-top [&>td]:px-2 [&>td]:py-1.5 [&>td:first-child]:pl-4 ${outcome === "open" ? "bg-signal-wash" : ""}`}
    >
      <td className="font-mono whitespace-nowrap">{shortTime(at, thisYear)}</td>
      <td className="whitespace-nowrap">
        {worth !== null && <Mark kind={worth} label={worth} />} <b className="font-mono">{call}</b>
      </td>
      <td className="text-right whitespace-nowrap">
        <span className="font-mono">{formatFrequency(frequencyHz)}</span>
        <span className="block text-tiny text-soft">
          {bandLabel(band)} {submode ?? mode}
        </span>
      </td>
      <td>
        {why ?? "no entity"}
        <span className="block text-tiny text-soft">
          Chance {chance}: {reason}. By {rules.map(({ name }) => name).join(", ")}.
        </span>
      </td>
      <td className="min-w-32">
        <span className={outcome === "worked" ? "font-semibold text-safe" : outcome === "open" ? "text-signal" : ""}>
          {OUTCOMES[outcome]}
          {outcomeAt !== null && ` ${outcomeAt.slice(11, 16)}`}
        </span>
        {mail !== null && (
          <span className={`block text-tiny ${mail.state === "failed" ? "text-stop" : "text-soft"}`}>
            {mailText(mail)}
          </span>
        )}
      </td>
      <td className="text-right">
        <Button small onClick={() => onGo(alert)}>
          Go there<span className="sr-only">, {call}</span>
        </Button>
      </td>
    </tr>
  );
}
