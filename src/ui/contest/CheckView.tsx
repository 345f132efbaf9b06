"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { bandLabel } from "@/core/band";
import type { ContestFinding, Entry, StoredContact } from "@/core/contract";
import * as contest from "@/core/contract/endpoints/contest";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { Tick } from "../kit/Tick";
import { ContactPanel } from "../log/ContactPanel";
import { useDeleteContact } from "../log/useDeleteContact";

const KINDS: Readonly<Record<string, string>> = {
  call: "Call",
  exchange: "Exchange",
  zone: "Zone",
  serial: "Serial",
  period: "Does not count",
  category: "Category",
  offTime: "Time",
  bandChange: "Band change",
  missing: "Missing",
};

/** From so much on something is likelier wrong than right, and is shown without being asked for. */
const LIKELY = 0.5;

/** How likely a finding is one, in a word. */
function likelihood(weight: number): string {
  if (weight >= 0.9) return "Surely";
  return weight >= LIKELY ? "Likely" : "Hardly";
}

/** What is probably wrong in the log, each with its reason, to be mended or marked as looked at. */
export function CheckView({ entry }: { entry: Entry }) {
  const client = useQueryClient();
  const [withSeen, setWithSeen] = useState(false);
  const [withUnlikely, setWithUnlikely] = useState(false);
  const [open, setOpen] = useState<StoredContact | null>(null);
  const remove = useDeleteContact(entry.logbookId);
  const key = ["contest", entry.id, "findings"];
  const { data, error, refetch } = useQuery({
    queryKey: key,
    queryFn: () => ask(contest.findings, { params: { entryId: entry.id } }),
    staleTime: 0,
  });
  const mark = useMutation({
    mutationFn: ({ key: of, lookedAt }: ContestFinding) =>
      ask(contest.markFinding, { params: { entryId: entry.id }, body: { key: of, lookedAt: !lookedAt } }),
    onSuccess: () => client.invalidateQueries({ queryKey: key }),
    onError: (problem) => toast.error(problem.message),
  });
  if (error !== null && data === undefined) return <LoadFailure text={error.message} onRetry={() => void refetch()} />;
  if (data === undefined) return <p className="p-4 text-soft">The log is being looked through.</p>;
  const likely = data.items.filter(({ weight }) => weight >= LIKELY);
  const unlikely = data.items.length - likely.length;
  const waiting = likely.filter(({ lookedAt }) => !lookedAt);
  const shown = (withUnlikely ? data.items : likely).filter(({ lookedAt }) => withSeen || !lookedAt);
  const seen = data.items.filter(({ lookedAt }) => lookedAt).length;
  return (
    <div className="p-4">
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <p role="status">
          {waiting.length === 0 ? "Nothing is left to look at." : `${many(waiting.length, "finding")} to look at.`}{" "}
          <span className="text-soft">
            {seen} looked at{unlikely === 0 ? "." : `; ${many(unlikely, "doubt")} more likely right than wrong.`}
          </span>
        </p>
        <Tick label="Show what was looked at" checked={withSeen} onChange={setWithSeen} />
        {unlikely > 0 && <Tick label="Show what is likely right" checked={withUnlikely} onChange={setWithUnlikely} />}
      </div>
      {shown.length > 0 && (
        <table className="w-full border border-line bg-panel" aria-label="Findings">
          <thead className="text-left text-tiny text-soft">
            <tr>
              {["UTC", "Call", "Band", "Wrong", "What", "Why"].map((head) => (
                <th key={head} scope="col" className="px-3 py-1.5 font-medium">
                  {head}
                </th>
              ))}
              <th scope="col">
                <span className="sr-only">What can be done</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((finding) => (
              <tr key={finding.key} className={`border-t border-line ${finding.lookedAt ? "text-faint" : ""}`}>
                <td className="px-3 py-1 font-mono whitespace-nowrap">{fullTime(finding.contact.startedAt)}</td>
                <td className="px-3 font-mono font-semibold">{finding.contact.call}</td>
                <td className="px-3 whitespace-nowrap">{bandLabel(finding.contact.band)}</td>
                <td className="px-3 whitespace-nowrap">{likelihood(finding.weight)}</td>
                <td className="px-3 whitespace-nowrap">{KINDS[finding.kind] ?? finding.kind}</td>
                <td className="px-3">{finding.text}</td>
                <td className="px-3 py-1 text-right whitespace-nowrap">
                  <Button small look="quiet" onClick={() => setOpen(finding.contact)}>
                    Mend
                  </Button>
                  <Button small look="quiet" disabled={mark.isPending} onClick={() => mark.mutate(finding)}>
                    {finding.lookedAt ? "Look again" : "It is right"}
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {open !== null && (
        <ContactPanel
          contact={open}
          onClose={() => {
            setOpen(null);
            void refetch();
          }}
          onDelete={(contact) => remove(contact, () => setOpen(null))}
        />
      )}
    </div>
  );
}
