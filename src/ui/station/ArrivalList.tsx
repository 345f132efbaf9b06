"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import type { Arrival } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/arrivals";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Mark } from "../kit/Mark";

const OUTCOMES = {
  logged: { mark: "safe", text: "Logged" },
  twin: { mark: "hold", text: "There already" },
  asked: { mark: "waiting", text: "Waits to be confirmed" },
  refused: { mark: "fault", text: "Not logged" },
  dropped: { mark: "waiting", text: "Dropped" },
  undone: { mark: "waiting", text: "Undone" },
} as const;

const HEAD = "px-3 py-1.5 text-left font-medium";
const CELL = "px-3 py-1 align-baseline";

/** What other programs sent, the newest first, and what became of each. */
export function ArrivalList() {
  const { data } = useQuery({ queryKey: ["arrivals", "all"], queryFn: () => ask(endpoints.arrivals) });
  const items = data?.items ?? [];
  if (items.length === 0) return null;
  return (
    <section aria-label="Contacts from other programs" className="px-4 pb-4">
      <h2 className="heading pb-1.5">Contacts from other programs</h2>
      <table className="w-full border border-line bg-panel">
        <thead className="text-tiny text-soft">
          <tr className="border-b border-line">
            <th className={HEAD}>Came, UTC</th>
            <th className={HEAD}>From</th>
            <th className={HEAD}>Call</th>
            <th className={HEAD}>Band, mode</th>
            <th className={HEAD}>What became of it</th>
            <th className={HEAD}>
              <span className="sr-only">What can be done</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {items.map((arrival) => (
            <ArrivalRow key={arrival.id} arrival={arrival} />
          ))}
        </tbody>
      </table>
      {items.length === SHOWN && <p className="pt-1.5 text-soft">The last {SHOWN} are listed.</p>}
    </section>
  );
}

/** As many as the endpoint gives where nothing is said. */
const SHOWN = 100;

function ArrivalRow({ arrival }: { arrival: Arrival }) {
  const { id, at, linkName, sender, call, band, mode, outcome, text } = arrival;
  const undo = useMutation({
    mutationFn: () => ask(endpoints.undoArrival, { params: { arrivalId: id } }),
    onSuccess: () => toast.success(`${call} is ${outcome === "asked" ? "dropped" : "taken out of the log"}.`),
    onError: (problem) => toast.error(problem.message),
  });
  const { mark, text: said } = OUTCOMES[outcome];
  return (
    <tr className="border-b border-line last:border-b-0">
      <td className={`${CELL} font-mono whitespace-nowrap`}>{fullTime(at)}</td>
      <td className={CELL}>
        {linkName} <span className="font-mono text-soft">{sender}</span>
      </td>
      <td className={`${CELL} font-mono font-semibold`}>{call}</td>
      <td className={CELL}>
        {band === null ? "" : bandLabel(band)} {mode}
      </td>
      <td className={`${CELL} max-w-96 break-words`}>
        <Mark kind={mark} /> {said}
        {text !== null && <span className="text-soft">: {text}</span>}
      </td>
      <td className={`${CELL} text-right`}>
        {(outcome === "logged" || outcome === "asked") && (
          <Button small disabled={undo.isPending} onClick={() => undo.mutate()}>
            {outcome === "asked" ? "Drop" : "Undo"}
            <span className="sr-only"> {call}</span>
          </Button>
        )}
      </td>
    </tr>
  );
}
