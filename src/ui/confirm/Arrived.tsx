"use client";

import { useQuery } from "@tanstack/react-query";
import { serviceById, type ServiceId } from "@/core/confirm";
import type { AccountComparison } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { count } from "../kit/format";
import { Mark } from "../kit/Mark";
import { TableHead } from "./TableHead";

/** What the service says it has of ours, beside what the log believes; it is asked when somebody wants to know. */
export function Arrived({ logbookId, service }: { logbookId: number; service: ServiceId }) {
  const { name } = serviceById(service);
  const { data, error, isFetching, refetch } = useQuery({
    queryKey: ["account", logbookId, service],
    queryFn: () => ask(confirm.account, { params: { logbookId, service } }),
    enabled: false,
    retry: false,
  });
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
                  <Difference line={line} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function Difference({ line: { contacts, confirmed, ours } }: { line: AccountComparison }) {
  const said = [
    contacts < ours.sent && `${count(ours.sent - contacts)} marked as sent are not there`,
    contacts > ours.sent && `${count(contacts - ours.sent)} there are not marked as sent`,
    confirmed > ours.confirmed && `${count(confirmed - ours.confirmed)} confirmed there are not fetched`,
    confirmed < ours.confirmed && `${count(ours.confirmed - confirmed)} confirmed here are not confirmed there`,
  ].filter((text) => text !== false);
  if (said.length === 0)
    return (
      <>
        <Mark kind="safe" /> <span className="text-soft">the same</span>
      </>
    );
  return (
    <ul>
      {said.map((text) => (
        <li key={text}>{text}</li>
      ))}
    </ul>
  );
}
