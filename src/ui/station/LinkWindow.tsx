"use client";

import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useWatch } from "react-hook-form";
import { toast } from "sonner";
import { z } from "zod";
import type { Link, LinkKindInfo, Setting, TestStep } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import { type ApiProblem, ask } from "../kit/api";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { AreaField, ChoiceField, TextField } from "../kit/form/fields";
import { FormParts, FormProblem } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";
import { Mark } from "../kit/Mark";
import { Window } from "../kit/Window";

/** Settings are typed as texts; what they mean, the kind says, and the server holds them against it. */
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
    start: { name: link?.name ?? "", settings: startOf(kind, link) },
    send: ({ name, settings }) => {
      const body = { name, settings: meantBy(kind, settings) };
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
  const test = useMutation<{ items: TestStep[] }, ApiProblem>({
    mutationFn: () =>
      ask(endpoints.testLink, {
        body: { kind: kind.id, settings: meantBy(kind, form.form.getValues("settings")), secretsOf: link?.id },
      }),
    onError: ({ details }) => {
      for (const { field, detail } of details.errors ?? [])
        form.form.setError(field as `settings.${string}`, { type: "server", message: detail });
    },
  });
  return (
    <FormParts form={form}>
      <Window
        width={640}
        title={link === null ? "Add a link" : `Change ${link.name}`}
        about={kind.about}
        onClose={onClose}
        onSubmit={form.submit}
        buttons={
          <>
            <Button disabled={test.isPending} onClick={() => test.mutate()}>
              {test.isPending ? "Testing" : "Test these settings"}
            </Button>
            <span className="flex-1" />
            <Button onClick={onClose}>Close</Button>
            <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
              Keep
            </Button>
          </>
        }
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
          {kind.settings
            .filter(({ when }) => when === null || typed[when.key] === when.is)
            .map((setting) => (
              <SettingField
                key={setting.key}
                setting={setting}
                value={typed[setting.key] ?? ""}
                isKept={link?.secrets.includes(setting.key) === true}
              />
            ))}
        </div>
        <FormProblem problem={form.problem} />
        <Steps steps={test.data?.items} problem={test.error} testing={test.isPending} />
      </Window>
    </FormParts>
  );
}

interface SettingFieldProps {
  setting: Setting;
  value: string;
  /** It has a value that is not told. */
  isKept: boolean;
}

function SettingField({ setting, value, isKept }: SettingFieldProps) {
  const { key, label, hint, type, choices } = setting;
  const name = `settings.${key}` as const;
  const said = hint === "" ? label : `${label}: ${hint}`;
  if (type === "list") return <AreaField<LinkForm> name={name} label={said} />;
  if (type === "switch" || type === "choice") {
    const offered = type === "switch" ? SWITCH : choices;
    const others = offered.some((choice) => choice.value === value) ? [] : [{ value, label: value || "Choose one" }];
    return (
      <ChoiceField<LinkForm> name={name} label={said}>
        {[...others, ...offered].map((choice) => (
          <option key={choice.value} value={choice.value}>
            {choice.label}
          </option>
        ))}
      </ChoiceField>
    );
  }
  return (
    <TextField<LinkForm>
      name={name}
      label={said}
      mono
      {...(type === "number" ? { inputMode: "decimal" as const } : {})}
      {...(type === "secret"
        ? { type: "password", autoComplete: "off", placeholder: isKept ? "kept as it is" : "" }
        : {})}
    />
  );
}

const SWITCH = [
  { value: "yes", label: "Yes" },
  { value: "no", label: "No" },
] as const;

/** What the test found, step by step. */
function Steps({
  steps,
  problem,
  testing,
}: {
  steps: TestStep[] | undefined;
  problem: ApiProblem | null;
  testing: boolean;
}) {
  return (
    <div role="status" aria-label="Test">
      {testing && <p className="text-soft">Trying: this takes some seconds where nothing answers.</p>}
      {!testing && problem !== null && problem.details.errors === undefined && (
        <p className="text-stop">{problem.message}</p>
      )}
      {!testing && steps !== undefined && (
        <ol className="grid gap-1.5">
          {steps.map(({ what, ok, text }) => (
            <li key={what} className="grid grid-cols-[16px_110px_1fr] gap-x-2">
              <Mark kind={ok ? "safe" : "fault"} label={ok ? "answers" : "fails"} />
              <b className="font-semibold">{what}</b>
              <span className={`break-words ${ok ? "" : "text-stop"}`}>{text}</span>
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}

function startOf(kind: LinkKindInfo, link: Link | null): Record<string, string> {
  return Object.fromEntries(
    kind.settings.map(({ key, type, start, choices }) => {
      const value =
        link?.settings[key] ?? (link === null && start === null && type === "choice" ? choices[0]?.value : start);
      return [key, typedFrom(value)];
    }),
  );
}

function typedFrom(value: unknown): string {
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value)) return value.join("\n");
  return typeof value === "string" || typeof value === "number" ? String(value) : "";
}

/** What is typed, as the settings that it means; a number that is none goes as it is, and is refused with its place. */
function meantBy(kind: LinkKindInfo, typed: Readonly<Record<string, string>>): Record<string, unknown> {
  return Object.fromEntries(
    kind.settings.map(({ key, type }): [string, unknown] => {
      const text = (typed[key] ?? "").trim();
      if (type === "switch") return [key, text === "yes"];
      if (type === "list") return [key, text.split(/[\s,;]+/).filter((word) => word !== "")];
      // What is not typed anew stays as it is.
      if (type === "secret") return [key, text === "" ? undefined : typed[key]];
      if (type !== "number") return [key, text];
      const value = Number(text.replace(",", "."));
      return [key, text === "" ? null : Number.isFinite(value) ? value : text];
    }),
  );
}
