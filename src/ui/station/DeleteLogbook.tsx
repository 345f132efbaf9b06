"use client";

import { useRouter } from "next/navigation";
import { toast } from "sonner";
import type { z } from "zod";
import { type Logbook, logbookNamedSchema } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/logbooks";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { TextField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { many } from "../kit/format";

/** Deletes a logbook: who wants to types its name. */
export function DeleteLogbook({
  logbook: { id, name, contactCount },
  onClose,
}: {
  logbook: Logbook;
  onClose: () => void;
}) {
  const router = useRouter();
  const form = useZodForm({
    schema: logbookNamedSchema,
    start: { name: "" },
    send: (body) => ask(endpoints.deleteLogbook, { params: { logbookId: id }, body }),
    onSent: () => {
      toast.success(`${name} is deleted. The backup of just now still has it.`);
      router.refresh();
      onClose();
    },
  });
  const { isSubmitting } = form.form.formState;
  return (
    <FormWindow
      form={form}
      title={`Delete ${name}`}
      about={`Its ${many(contactCount, "contact")} go with it, their journal, and what services said of them.`}
      width={520}
      onClose={onClose}
      buttons={
        <>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" look="act" disabled={isSubmitting}>
            {isSubmitting ? "Backing up, deleting" : "Delete it"}
          </Button>
        </>
      }
    >
      <p>A backup of all logbooks is made before: from Backups one can go back to it.</p>
      <TextField<z.input<typeof logbookNamedSchema>>
        name="name"
        label={`Type its name, ${name}, to delete it`}
        autoFocus
        autoComplete="off"
      />
    </FormWindow>
  );
}
