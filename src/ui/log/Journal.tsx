"use client";

import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Batch } from "@/core/contract";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { fullTime } from "@/core/time/words";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { many } from "../kit/format";
import { LoadFailure } from "../kit/LoadFailure";
import { useLive } from "../kit/useLive";
import { useActing, useMay } from "../people/acting";
import { changeInWords } from "./contactForm";
import { useUndo } from "./useUndo";

/** Every change ever made to the log, the newest first; each can be looked into and undone. */
export function Journal({ logbookId, onClose }: { logbookId: number; onClose: () => void }) {
  const mayChange = useMay("change", logbookId);
  const { personId } = useActing();
  const [inside, setInside] = useState<number | null>(null);
  const { data, isError, refetch } = useQuery({
    queryKey: ["journal", logbookId],
    queryFn: () => ask(logbooks.journal, { params: { logbookId } }),
    staleTime: 0,
  });
  useLive((event) => {
    if (event.type !== "lost") void refetch();
  });
  const undo = useUndo(logbookId, () => void refetch());
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-shade/40" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel className="grid max-h-[84vh] w-[min(820px,96vw)] grid-rows-[auto_minmax(0,1fr)_auto] rounded-lg border border-line bg-panel shadow-2xl">
          <div className="border-b border-line px-5 py-3">
            <DialogTitle className="text-title font-semibold">Journal</DialogTitle>
            <p className="text-soft">Every change of the log, the newest first. Times are UTC.</p>
          </div>
          <div className="overflow-auto">
            {isError && <LoadFailure text="The journal could not be loaded." onRetry={() => void refetch()} />}
            {data?.items.length === 0 && <p className="p-8 text-center text-soft">Nothing was changed yet.</p>}
            <ul aria-label="Changes" className="divide-y divide-line">
              {data?.items.map((batch) => (
                <li key={batch.id} className="px-5 py-2">
                  <div className="flex items-center gap-4">
                    <span className="font-mono text-soft">{fullTime(batch.at)}</span>
                    <span
                      className={`min-w-0 flex-1 truncate ${batch.undoneBy === null ? "" : "text-soft line-through"}`}
                    >
                      {batch.summary}
                      {batch.personId !== null && <span className="text-soft"> by {batch.actor}</span>}
                    </span>
                    <span className="w-24 text-right text-soft">{many(batch.contacts, "contact")}</span>
                    <Button
                      small
                      look="quiet"
                      aria-expanded={inside === batch.id}
                      aria-label={`Look into: ${batch.summary}`}
                      onClick={() => setInside(inside === batch.id ? null : batch.id)}
                    >
                      Look
                    </Button>
                    <Button
                      small
                      className="w-[72px]"
                      aria-label={`Undo: ${batch.summary}`}
                      disabled={
                        batch.undoneBy !== null || undo.isPending || !(mayChange || batch.personId === personId)
                      }
                      onClick={() => undo.mutate({ batchId: batch.id, said: `Undone: ${batch.summary}` })}
                    >
                      {batch.undoneBy === null ? "Undo" : "Undone"}
                    </Button>
                  </div>
                  {inside === batch.id && <Inside logbookId={logbookId} batch={batch} />}
                </li>
              ))}
            </ul>
          </div>
          <div className="flex justify-end border-t border-line px-5 py-3">
            <Button onClick={onClose}>Close</Button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}

function Inside({ logbookId, batch }: { logbookId: number; batch: Batch }) {
  const { data, isError } = useQuery({
    queryKey: ["journal", logbookId, batch.id],
    queryFn: () => ask(logbooks.batch, { params: { logbookId, batchId: batch.id } }),
  });
  const items = data?.items ?? [];
  return (
    <div className="mt-1 grid gap-0.5 border-l-2 border-line pl-3 text-soft">
      {isError && <p role="alert">Its contacts could not be loaded: close it and look again.</p>}
      {items.map((entry) => (
        <p key={`${entry.contactId}-${JSON.stringify(entry.after)}`}>
          <b className="font-mono text-ink">{entry.call}</b> {changeInWords(entry.before, entry.after)}
        </p>
      ))}
      {items.length < batch.contacts && items.length > 0 && (
        <p>and {many(batch.contacts - items.length, "more contact")}</p>
      )}
    </div>
  );
}
