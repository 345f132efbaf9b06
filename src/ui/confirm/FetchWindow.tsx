"use client";

import { z } from "zod";
import { serviceById, type ServiceId } from "@/core/confirm";
import { fetchChoiceSchema } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import { ask } from "../kit/api";
import { FormDay } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";

const formSchema = z
  .object({ from: z.string() })
  .transform(({ from }) => ({ from: from === "" ? "beginning" : from }))
  .pipe(fetchChoiceSchema);

/** Fetches once more what a service has said before: nothing is confirmed twice, and what was missed is found. */
export function FetchWindow({
  logbookId,
  service,
  onClose,
}: {
  logbookId: number;
  service: ServiceId;
  onClose: () => void;
}) {
  const { name } = serviceById(service);
  const form = useZodForm({
    schema: formSchema,
    start: { from: "" },
    send: (body) => ask(confirm.fetchAgain, { params: { logbookId, service }, body }),
    onSent: onClose,
  });
  return (
    <FormWindow
      form={form}
      width={480}
      title={`Fetch again from ${name}`}
      about="What is known already stays as it is; what was missed is found."
      onClose={onClose}
      act="Fetch"
    >
      <FormDay<z.input<typeof formSchema>>
        name="from"
        label="Contacts from day, UTC; empty for all from the beginning"
      />
    </FormWindow>
  );
}
