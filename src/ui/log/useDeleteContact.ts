"use client";

import { useMutation } from "@tanstack/react-query";
import { toast } from "sonner";
import type { StoredContact } from "@/core/contract";
import * as contacts from "@/core/contract/endpoints/contacts";
import { ask } from "../kit/api";
import { useUndo } from "./useUndo";

/** Deletes a contact, with an undo beside the message that says so. */
export function useDeleteContact(logbookId: number): (contact: StoredContact, onDeleted?: () => void) => void {
  const undo = useUndo(logbookId);
  const remove = useMutation({
    mutationFn: ({ contact }: { contact: StoredContact; onDeleted: (() => void) | undefined }) =>
      ask(contacts.deleteContact, { params: { logbookId, contactId: contact.id } }),
    onSuccess: ({ batchId }, { contact: { call }, onDeleted }) => {
      onDeleted?.();
      toast(`${call} is deleted.`, {
        action: { label: "Undo", onClick: () => undo.mutate({ batchId, said: `${call} is in the log again.` }) },
      });
    },
    onError: (error) => toast.error(error.message),
  });
  return (contact, onDeleted) => remove.mutate({ contact, onDeleted });
}
