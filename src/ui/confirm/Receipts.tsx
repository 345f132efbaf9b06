import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Sending } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { count } from "../kit/format";
import { Mark } from "../kit/Mark";

/** What a service answered to each sending. */
export function Receipts({ logbookId, sendings }: { logbookId: number; sendings: readonly Sending[] }) {
  const [open, setOpen] = useState<number | null>(null);
  if (sendings.length === 0) return <p className="text-soft">Receipts of sendings are kept here.</p>;
  return (
    <section className="grid gap-1.5">
      <h3 className="heading">Receipts</h3>
      <ul className="rounded-field border border-line bg-panel" aria-label="Receipts">
        {sendings.map((sending) => (
          <li key={sending.id} className="border-b border-line last:border-0">
            <button
              type="button"
              aria-expanded={open === sending.id}
              onClick={() => setOpen(open === sending.id ? null : sending.id)}
              className="flex w-full gap-4 px-3 py-1.5 text-left hover:bg-raised"
            >
              <span className="font-mono text-soft">{fullTime(sending.at)}</span>
              <span>{count(sending.accepted)} accepted</span>
              <span>{count(sending.known)} known</span>
              <span className={sending.refused > 0 ? "text-stop" : "text-soft"}>{count(sending.refused)} refused</span>
            </button>
            {open === sending.id && <Receipt logbookId={logbookId} sendingId={sending.id} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

const ANSWER_MARKS = { accepted: "hold", known: "hold", refused: "fault" } as const;

function Receipt({ logbookId, sendingId }: { logbookId: number; sendingId: number }) {
  const { data, error } = useQuery({
    queryKey: ["receipt", logbookId, sendingId],
    queryFn: () => ask(confirm.receipt, { params: { logbookId, sendingId } }),
  });
  if (error !== null) return <p className="px-3 pb-2 text-stop">{error.message}</p>;
  return (
    <ul className="max-h-60 overflow-auto border-t border-line bg-raised" tabIndex={0} aria-label="Receipt">
      {data?.items.map((line) => (
        <li key={line.contactId} className="flex gap-3 px-3 py-0.5">
          <Mark kind={ANSWER_MARKS[line.answer]} />
          <span className="w-24 font-mono">{line.call}</span>
          <span className={line.answer === "refused" ? "text-stop" : "text-soft"}>
            {line.answer === "known" ? "known already" : line.answer}
            {line.reason === null ? "" : `: ${line.reason}`}
          </span>
        </li>
      ))}
    </ul>
  );
}
