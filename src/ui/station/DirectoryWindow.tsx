"use client";

import { useWatch } from "react-hook-form";
import { toast } from "sonner";
import { z } from "zod";
import type { Directory } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/directories";
import { ask } from "../kit/api";
import { FormParts, FormProblem } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { Window } from "../kit/Window";
import { useLogbook } from "../shell/logbook";
import { meantSettings, SettingFields, typedSettings } from "./SettingFields";
import { SettingsButtons, TestSteps, useSettingsTest } from "./SettingsTest";

const formSchema = z.object({ settings: z.record(z.string(), z.string()) });

/** A directory's settings, with a test of them as they stand. */
export function DirectoryWindow({ directory, onClose }: { directory: Directory; onClose: () => void }) {
  const { id, name, about, form: fields, settings: kept, secrets } = directory;
  const { call } = useLogbook().logbook.site;
  const params = { directory: id };
  const form = useZodForm({
    schema: formSchema,
    start: { settings: typedSettings(fields, kept) },
    send: ({ settings }) =>
      ask(endpoints.changeDirectory, { params, body: { settings: meantSettings(fields, settings) } }),
    onSent: () => {
      toast.success(`${name} is asked as it is set up now.`);
      onClose();
    },
  });
  const typed = useWatch({ control: form.form.control, name: "settings" });
  const test = useSettingsTest(form.form, () =>
    ask(endpoints.testDirectory, {
      params,
      body: { settings: meantSettings(fields, form.form.getValues("settings")), call },
    }),
  );
  return (
    <FormParts form={form}>
      <Window
        width={640}
        title={`Settings of ${name}`}
        about={about}
        onClose={onClose}
        onSubmit={form.submit}
        buttons={<SettingsButtons test={test} isSending={form.form.formState.isSubmitting} onClose={onClose} />}
      >
        <div className="grid grid-cols-2 gap-x-3 gap-y-4">
          <SettingFields settings={fields} typed={typed} kept={secrets} />
        </div>
        <FormProblem problem={form.problem} />
        <TestSteps steps={test.data?.items} problem={test.error} testing={test.isPending} />
      </Window>
    </FormParts>
  );
}
