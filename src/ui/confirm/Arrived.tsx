"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { serviceById, type ServiceId } from "@/core/confirm";
import type { AccountComparison, Selection } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import type { Condition } from "@/core/view";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count } from "../kit/format";
import { Mark } from "../kit/Mark";
import { SendWindow } from "./SendWindow";
import { TableHead } from "../kit/TableHead";

/** What the service says it has of ours, beside what the log believes; it is asked when somebody wants to know. */
export function Arrived({ logbookId, service }: { logbookId: number; service: ServiceId }) {
  const { name } = serviceById(service);
  const { data, error, isFetching, refetch } = useQuery({
    queryKey: ["account", logbookId, service],
    queryFn: () => ask(confirm.account, { params: { logbookId, service } }),
    enabled: false,
    retry: false,
  });
  const [sending, setSending] = useState<{ call: string; isSent: boolean } | null>(null);
  const fetchMore = useMutation({
    mutationFn: (all: boolean) => {
      const params = { logbookId, service };
      return all
        ? ask(confirm.fetchAgain, { params, body: { from: "beginning" } })
        : ask(confirm.fetchConfirmations, { params });
    },
    onError: (problem) => toast.error(problem.message),
  });
  function begin(call: string, mend: Mending): void {
    if (mend === "again" || mend === "others") setSending({ call, isSent: mend === "again" });
    else fetchMore.mutate(mend === "fetchAgain");
  }
  return (
    <section className="grid gap-1.5" aria-label={`What ${name} has`}>
      <div className="flex items-center gap-3">
        <h3 className="heading flex-1">What {name} has</h3>
        <Button small disabled={isFetching} onClick={() => void refetch()}>
          {isFetching ? "Asking" : "Ask what it has"}
        </Button>
      </div>
      {error !== null && (
        <p role="alert" className="text-stop">
          {error.message}
        </p>
      )}
      {data?.items.length === 0 && <p className="text-soft">It has nothing of ours, and nothing was sent.</p>}
      {data !== undefined && data.items.length > 0 && (
        <table className="w-full border border-line bg-panel">
          <caption className="sr-only">What {name} has of each call, and what the log believes</caption>
          <TableHead titles={["Call", "Contacts", "Confirmed", "The newest, UTC", "Beside the log"]} />
          <tbody>
            {data.items.map((line) => (
              <tr key={line.call} className="border-b border-line align-top last:border-0">
                <td className="px-2 py-1 pl-3 font-mono font-bold">{line.call}</td>
                <td className="px-2 py-1">{count(line.contacts)}</td>
                <td className="px-2 py-1">{count(line.confirmed)}</td>
                <td className="px-2 py-1 font-mono whitespace-nowrap text-soft">
                  {line.lastAt === null ? "none" : fullTime(line.lastAt)}
                </td>
                <td className="px-2 py-1">
                  <Difference line={line} onMend={(mend) => begin(line.call, mend)} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {sending !== null && (
        <SendWindow
          logbookId={logbookId}
          service={service}
          selection={contactsUnder(sending.call, service, sending.isSent)}
          startAgain={sending.isSent}
          onClose={() => setSending(null)}
        />
      )}
    </section>
  );
}

/** What differs, and the step that mends it. */
type Mending = "again" | "others" | "fetch" | "fetchAgain";

function differencesIn({ contacts, confirmed, ours }: AccountComparison): { text: string; mend: Mending }[] {
  const differences: { text: string; mend: Mending }[] = [];
  if (contacts < ours.sent)
    differences.push({ text: `${count(ours.sent - contacts)} marked as sent are not there`, mend: "again" });
  if (contacts > ours.sent)
    differences.push({ text: `${count(contacts - ours.sent)} there are not marked as sent`, mend: "others" });
  if (confirmed > ours.confirmed)
    differences.push({ text: `${count(confirmed - ours.confirmed)} confirmed there are not fetched`, mend: "fetch" });
  if (confirmed < ours.confirmed)
    differences.push({
      text: `${count(ours.confirmed - confirmed)} confirmed here are not confirmed there`,
      mend: "fetchAgain",
    });
  return differences;
}

const MEND_WORDS: Readonly<Record<Mending, { readonly label: string; readonly about: string }>> = {
  again: {
    label: "Send again",
    about: "Sends once more what is marked as sent; what is there is known, and stays as it is",
  },
  others: {
    label: "Send the others",
    about: "Sends what is not marked as sent; what is there is known, and marked as sent",
  },
  fetch: { label: "Fetch", about: "Fetches what came since the last time" },
  fetchAgain: { label: "Fetch again", about: "Fetches once more from the beginning" },
};

function Difference({ line, onMend }: { line: AccountComparison; onMend: (mend: Mending) => void }) {
  const differences = differencesIn(line);
  if (differences.length === 0)
    return (
      <>
        <Mark kind="safe" /> <span className="text-soft">the same</span>
      </>
    );
  return (
    <ul className="grid gap-1">
      {differences.map(({ text, mend }) => (
        <li key={text} className="flex items-center gap-2">
          <span className="min-w-0 flex-1">{text}</span>
          <Button
            small
            aria-label={`${MEND_WORDS[mend].label}: ${line.call}`}
            title={MEND_WORDS[mend].about}
            onClick={() => onMend(mend)}
          >
            {MEND_WORDS[mend].label}
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** The contacts under a call that a service has, by what the log says, or those that it has not. */
function contactsUnder(call: string, service: ServiceId, isSent: boolean): Selection {
  const under: Condition = { field: "ownCall", is: "is", value: call };
  const sent: Condition = { field: `${service}.sent`, is: isSent ? "is" : "isNot", value: "sent" };
  return { all: { filter: { join: "all", of: [under, sent] } }, except: [] };
}
