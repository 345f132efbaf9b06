"use client";

import { useMutation, useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import * as contacts from "@/core/contract/endpoints/contacts";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { useLogbook } from "../shell/logbook";
import { OWED } from "./CardsWindow";
import { type Label, labelsFor } from "./labels";
import { useUndo } from "./useUndo";

const PAGE = 500;
/** As many as may be marked in one request. */
const AT_ONCE = 200;

/** The cards owed, a label for each, by way and call; to be printed and marked as sent. */
export function Labels() {
  const { logbook } = useLogbook();
  const params = { logbookId: logbook.id };
  const { data, isError, refetch } = useQuery({
    queryKey: ["labels", logbook.id],
    queryFn: () =>
      ask(contacts.listContacts, { params, query: { filter: OWED, sort: "call", offset: 0, limit: PAGE } }),
    staleTime: 0,
  });
  const labels = labelsFor(data?.items ?? []);
  const undo = useUndo(logbook.id, () => void refetch());
  const mark = useMutation({
    mutationFn: async (ids: readonly number[]) => {
      const batches: number[] = [];
      for (let start = 0; start < ids.length; start += AT_ONCE) {
        const { batchId } = await ask(contacts.markCards, {
          params,
          body: { ids: ids.slice(start, start + AT_ONCE), sent: "sent", on: new Date().toISOString().slice(0, 10) },
        });
        if (batchId !== null) batches.push(batchId);
      }
      return batches;
    },
    onSuccess: (batches) => {
      void refetch();
      toast.success("The cards are marked as sent.", {
        action: {
          label: "Undo",
          onClick: () => batches.forEach((batchId) => undo.mutate({ batchId, said: "They are owed again." })),
        },
      });
    },
    onError: (error) => toast.error(error.message),
  });
  const ids = labels.flatMap(({ contacts }) => contacts.map(({ id }) => id));
  return (
    <div className="h-full overflow-auto bg-panel print:h-auto print:overflow-visible print:bg-white print:text-black">
      <div className="flex flex-wrap items-center gap-3 border-b border-line px-4 py-3 print:hidden">
        <h1 className="text-title font-semibold">Cards owed</h1>
        <p className="text-soft" role="status">
          {data === undefined
            ? "Loading"
            : `${many(data.total ?? 0, "contact")} on ${many(labels.length, "label")}, by way and by call`}
          {(data?.total ?? 0) > PAGE && `; the first ${PAGE} are here`}
        </p>
        <span className="flex-1" />
        <Link href="/desk" className="text-signal underline">
          To the Desk
        </Link>
        <Button disabled={ids.length === 0 || mark.isPending} onClick={() => mark.mutate(ids)}>
          Mark them as sent today
        </Button>
        <Button look="act" disabled={ids.length === 0} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {isError && <LoadFailure text="The cards could not be loaded." onRetry={() => void refetch()} />}
      {data !== undefined && labels.length === 0 && <p className="p-8 text-center text-soft">No card is owed.</p>}
      <ul
        aria-label="Labels"
        className="grid grid-cols-3 gap-2 p-4 max-lg:grid-cols-2 max-sm:grid-cols-1 print:grid-cols-3 print:gap-0 print:p-0"
      >
        {labels.map((label, index) => (
          <LabelCard key={index} label={label} ownCall={logbook.site.call} />
        ))}
      </ul>
    </div>
  );
}

function LabelCard({ label, ownCall }: { label: Label; ownCall: string }) {
  return (
    <li className="break-inside-avoid rounded-field border border-line px-3 py-2 print:h-[37mm] print:rounded-none print:border-dotted print:border-gray-400">
      <p className="flex items-baseline justify-between gap-2">
        <span>
          To <b className="font-mono text-large">{label.call}</b>
        </span>
        <span className="text-tiny text-soft print:text-black">{label.via}</span>
      </p>
      <table className="mt-1 w-full font-mono text-tiny">
        <tbody>
          {label.contacts.map((contact) => (
            <tr key={contact.id}>
              <td>{fullTime(contact.startedAt)}</td>
              <td>{bandLabel(contact.band)}</td>
              <td>{contact.submode ?? contact.mode}</td>
              <td className="text-right">{contact.reportSent}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-tiny">
        UTC. From {label.contacts[0]?.ownCall ?? ownCall}
        {label.pleaseAnswer ? "; please answer" : "; thank you for yours"}
      </p>
    </li>
  );
}
