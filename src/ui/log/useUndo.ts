"use client";

import { useMutation } from "@tanstack/react-query";
import { toast } from "sonner";
import * as logbooks from "@/core/contract/endpoints/logbooks";
import { ask } from "../kit/api";

interface Undoing {
  readonly batchId: number;
  /** What to say when it is done. */
  readonly said: string;
}

/** Undoes a batch of the journal, and says how it went; a large one goes on as a job. */
export function useUndo(logbookId: number, onUndone: () => void = () => {}) {
  const undo = useMutation({
    mutationFn: ({ batchId }: Undoing) => ask(logbooks.undo, { params: { logbookId, batchId } }),
    onSuccess: (answer, { said }) => {
      onUndone();
      if ("state" in answer) return void toast("It is being undone; Jobs shows how far.");
      const [blocked] = answer.blocked;
      if (blocked === undefined) return void toast.success(said);
      const others = answer.blocked.length - 1;
      toast.error(
        `${blocked.call} was changed since: ${blocked.by}. Undo that first.${others > 0 ? ` So were ${others} others.` : ""}`,
      );
    },
    onError: (error) => toast.error(error.message),
  });
  const { data } = undo;
  /** Whether it is all undone; what a later change stands in the way of can be tried again. */
  const undone = data !== undefined && !("blocked" in data && data.blocked.length > 0);
  return { ...undo, undone };
}
