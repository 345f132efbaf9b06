"use client";

import { useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { z } from "zod";
import { serviceById } from "@/core/confirm";
import { type ServiceSettings, serviceSettingsPatchSchema } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import { ask } from "../kit/api";
import { Button } from "../kit/Button";
import { ChoiceField, TextField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";

const formSchema = z
  .object({ queue: z.enum(["yes", "no"]), url: z.string(), token: z.string() })
  // A token that is not typed stays as it is.
  .transform(({ queue, url, token }): z.input<typeof serviceSettingsPatchSchema> => ({
    isUsed: queue === "yes",
    url,
    ...(token === "" ? {} : { token }),
  }))
  .pipe(serviceSettingsPatchSchema);
type SettingsForm = z.input<typeof formSchema>;

interface ServiceWindowProps {
  logbookId: number;
  settings: ServiceSettings;
  onClose: () => void;
}

/** How the logbook reaches a service. */
export function ServiceWindow({
  logbookId,
  settings: { service, isUsed, url, hasToken },
  onClose,
}: ServiceWindowProps) {
  const { name, about } = serviceById(service);
  const client = useQueryClient();
  const form = useZodForm({
    schema: formSchema,
    start: { queue: isUsed ? "yes" : "no", url, token: "" },
    send: (body) => ask(confirm.changeSettings, { params: { logbookId, service }, body }),
    onSent: () => {
      toast.success(`The settings of ${name} are kept.`);
      void client.invalidateQueries({ queryKey: ["service", logbookId, service] });
      onClose();
    },
  });
  return (
    <FormWindow
      form={form}
      width={560}
      title={`Settings of ${name}`}
      about={about}
      onClose={onClose}
      buttons={
        <>
          <Button onClick={onClose}>Close</Button>
          <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
            Keep
          </Button>
        </>
      }
    >
      <TextField<SettingsForm> name="url" label="Address" mono autoFocus />
      <TextField<SettingsForm>
        name="token"
        label="Token: another address needs its own"
        mono
        type="password"
        placeholder={hasToken ? "kept as it is" : ""}
      />
      <ChoiceField<SettingsForm> name="queue" label="New contacts wait for it">
        <option value="yes">Yes</option>
        <option value="no">No</option>
      </ChoiceField>
    </FormWindow>
  );
}
