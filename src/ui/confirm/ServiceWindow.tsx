"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useWatch } from "react-hook-form";
import { toast } from "sonner";
import { z } from "zod";
import { SEND_TIMES, serviceById } from "@/core/confirm";
import { type ServiceSettings, serviceSettingsPatchSchema } from "@/core/contract";
import * as confirm from "@/core/contract/endpoints/confirm";
import { ask } from "../kit/api";
import { ChoiceField, TextField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";

const formSchema = z
  .object({
    queue: z.enum(["yes", "no"]),
    url: z.string(),
    token: z.string(),
    byItself: z.object({
      when: z.enum(SEND_TIMES),
      minutes: z.string(),
      at: z.string(),
      ending: z.enum(["yes", "no"]),
    }),
  })
  // A token that is not typed stays as it is.
  .transform(
    ({ queue, url, token, byItself: { when, minutes, at, ending } }): z.input<typeof serviceSettingsPatchSchema> => ({
      isUsed: queue === "yes",
      url,
      ...(token === "" ? {} : { token }),
      byItself: { when, minutes: Number(minutes), at, ending: ending === "yes" },
    }),
  )
  .pipe(serviceSettingsPatchSchema);
type SettingsForm = z.input<typeof formSchema>;

interface ServiceWindowProps {
  logbookId: number;
  settings: ServiceSettings;
  onClose: () => void;
}

const WHEN_WORDS: Readonly<Record<(typeof SEND_TIMES)[number], string>> = {
  never: "When you say so",
  contact: "By itself after each contact",
  minutes: "By itself every so many minutes",
  day: "By itself once a day",
};

/** How the logbook reaches a service, and when what waits is sent. */
export function ServiceWindow({ logbookId, settings, onClose }: ServiceWindowProps) {
  const { service, isUsed, url, hasToken, byItself } = settings;
  const { name, about } = serviceById(service);
  const client = useQueryClient();
  const form = useZodForm({
    schema: formSchema,
    start: {
      queue: isUsed ? "yes" : "no",
      url,
      token: "",
      byItself: { ...byItself, minutes: String(byItself.minutes), ending: byItself.ending ? "yes" : "no" },
    },
    send: (body) => ask(confirm.changeSettings, { params: { logbookId, service }, body }),
    onSent: () => {
      toast.success(`The settings of ${name} are kept.`);
      void client.invalidateQueries({ queryKey: ["service", logbookId, service] });
      onClose();
    },
  });
  const when = useWatch({ control: form.form.control, name: "byItself.when" });
  return (
    <FormWindow form={form} width={560} title={`Settings of ${name}`} about={about} onClose={onClose} act="Keep">
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
      <div className="grid grid-cols-2 gap-x-3 gap-y-4">
        <ChoiceField<SettingsForm> name="byItself.when" label="What waits is sent">
          {SEND_TIMES.map((one) => (
            <option key={one} value={one}>
              {WHEN_WORDS[one]}
            </option>
          ))}
        </ChoiceField>
        {when === "minutes" && (
          <TextField<SettingsForm> name="byItself.minutes" label="Every so many minutes" mono inputMode="numeric" />
        )}
        {when === "day" && <TextField<SettingsForm> name="byItself.at" label="At, UTC" mono placeholder="00:30" />}
        <ChoiceField<SettingsForm> name="byItself.ending" label="Also when the application ends">
          <option value="no">No</option>
          <option value="yes">Yes</option>
        </ChoiceField>
      </div>
    </FormWindow>
  );
}
