"use client";

import { useState } from "react";
import { useWatch } from "react-hook-form";
import { toast } from "sonner";
import { z } from "zod";
import type { Link, LinkKindInfo } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import { ask } from "../kit/api";
import { Choice } from "../kit/Choice";
import { TextField } from "../kit/form/fields";
import { FormParts, FormProblem } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { Window } from "../kit/Window";
import { meantSettings, SettingFields, typedSettings } from "./SettingFields";
import { SettingsButtons, TestSteps, useSettingsTest } from "./SettingsTest";

const formSchema = z.object({ name: z.string(), settings: z.record(z.string(), z.string()) });
type LinkForm = z.input<typeof formSchema>;

interface LinkWindowProps {
  /** Null for a new one. */
  link: Link | null;
  kinds: readonly LinkKindInfo[];
  onClose: () => void;
}

/** A link's name and settings, with a test of them as they stand. What is kept is in force at once. */
export function LinkWindow({ link, kinds, onClose }: LinkWindowProps) {
  const [kindId, setKindId] = useState(link?.kind ?? kinds[0]!.id);
  const kind = kinds.find(({ id }) => id === kindId);
  if (kind === undefined) return null;
  return (
    <KindForm key={kindId} link={link} kind={kind} onClose={onClose}>
      {link === null && (
        <Choice
          label="What it is linked to"
          value={kindId}
          autoFocus
          onChange={({ target }) => setKindId(target.value)}
        >
          {kinds.map(({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </Choice>
      )}
    </KindForm>
  );
}

interface KindFormProps {
  link: Link | null;
  kind: LinkKindInfo;
  onClose: () => void;
  children: React.ReactNode;
}

function KindForm({ link, kind, onClose, children }: KindFormProps) {
  const form = useZodForm({
    schema: formSchema,
    start: { name: link?.name ?? "", settings: typedSettings(kind.settings, link?.settings) },
    send: ({ name, settings }) => {
      const body = { name, settings: meantSettings(kind.settings, settings) };
      return link === null
        ? ask(endpoints.addLink, { body: { ...body, kind: kind.id } })
        : ask(endpoints.changeLink, { params: { linkId: link.id }, body });
    },
    onSent: ({ name }) => {
      toast.success(`${name} is saved, and in force.`);
      onClose();
    },
  });
  const typed = useWatch({ control: form.form.control, name: "settings" });
  const test = useSettingsTest(form.form, () =>
    ask(endpoints.testLink, {
      body: {
        kind: kind.id,
        settings: meantSettings(kind.settings, form.form.getValues("settings")),
        secretsOf: link?.id,
      },
    }),
  );
  return (
    <FormParts form={form}>
      <Window
        width={640}
        title={link === null ? "Add a link" : `Change ${link.name}`}
        about={kind.about}
        onClose={onClose}
        onSubmit={form.submit}
        buttons={<SettingsButtons test={test} isSending={form.form.formState.isSubmitting} onClose={onClose} />}
      >
        {children}
        <div className="grid grid-cols-2 gap-x-3 gap-y-4">
          <TextField<LinkForm>
            name="name"
            label="Name"
            placeholder={`as "${kind.label} at the window"`}
            autoFocus={link !== null}
            wrapperClassName="col-span-2"
          />
          <SettingFields settings={kind.settings} typed={typed} kept={link?.secrets ?? []} />
        </div>
        <FormProblem problem={form.problem} />
        <TestSteps steps={test.data?.items} problem={test.error} testing={test.isPending} />
      </Window>
    </FormParts>
  );
}
