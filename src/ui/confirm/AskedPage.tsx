"use client";

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { bandLabel } from "@/core/band";
import { ASK_AGAIN_DAYS, ASK_WAYS, askWayText } from "@/core/confirm";
import { secondsOf } from "@/core/contact";
import type { Unanswered } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/asking";
import { fullTime, spanText } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { useNow } from "../kit/useNow";
import { useLogbook } from "../shell/logbook";
import { AskStationWindow } from "./AskStationWindow";
import { TableHead } from "../kit/TableHead";

const COLUMNS = ["UTC", "Call", "Band", "Mode", "Asked", "Times", "Again"];

/** Whom one asked for a confirmation, and who has not given it. */
export function AskedPage() {
  const { logbook } = useLogbook();
  const now = useNow();
  const [asking, setAsking] = useState<Unanswered | null>(null);
  const { data, error, refetch } = useQuery({
    queryKey: ["unanswered", logbook.id],
    queryFn: () => ask(endpoints.unanswered, { params: { logbookId: logbook.id } }),
    staleTime: 0,
  });
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  const isLate = ({ last }: Unanswered) =>
    now !== null && secondsOf(now) - secondsOf(last.at) > ASK_AGAIN_DAYS * 86_400;
  const late = data?.items.filter(isLate).length ?? 0;
  return (
    <section
      aria-label="Asked, not answered"
      tabIndex={0}
      className="grid h-full content-start gap-4 overflow-auto p-4"
    >
      <h2 className="heading">Asked for a confirmation, and not answered</h2>
      {data === undefined || now === null ? (
        <p className="text-soft">Loading</p>
      ) : data.items.length === 0 ? (
        <p className="max-w-prose text-soft">
          Nobody. Open a contact of the log that is not confirmed, and ask its operator from there:{" "}
          {ASK_WAYS.map(askWayText).join(", or ")}.
        </p>
      ) : (
        <>
          <p className="text-soft">
            {many(data.items.length, "contact")}
            {late > 0 && `, ${many(late, "of them", "of them")} asked more than ${ASK_AGAIN_DAYS} days ago`}
          </p>
          <table className="w-full max-w-4xl border border-line bg-panel">
            <caption className="sr-only">Contacts whose operators were asked and have not answered</caption>
            <TableHead titles={COLUMNS} />
            <tbody>
              {data.items.map((one) => (
                <tr key={one.contactId} className="border-b border-line whitespace-nowrap last:border-0">
                  <td className="px-2 py-1 pl-3 font-mono">{fullTime(one.startedAt)}</td>
                  <td className="px-2 py-1 font-mono font-bold">{one.call}</td>
                  <td className="px-2 py-1">{bandLabel(one.band)}</td>
                  <td className="px-2 py-1">{one.mode}</td>
                  <td className={`px-2 py-1 ${isLate(one) ? "text-wanted" : ""}`}>
                    {spanText(Math.max(0, secondsOf(now) - secondsOf(one.last.at)))} ago, {askWayText(one.last.way)}
                  </td>
                  <td className="px-2 py-1">{one.times}</td>
                  <td className="px-2 py-1">
                    <Button small aria-label={`Ask ${one.call} again`} onClick={() => setAsking(one)}>
                      Ask again
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      {asking !== null && (
        <AskStationWindow
          contact={{ ...asking, id: asking.contactId, logbookId: logbook.id }}
          onClose={() => setAsking(null)}
        />
      )}
    </section>
  );
}
