"use client";

import type { Setting } from "@/core/contract";
import { AreaField, ChoiceField, TextField } from "../kit/form/fields";

/** Settings are typed as texts; what they mean, their list says, and the server holds them against it. */
interface SettingsForm {
  readonly settings: Record<string, string>;
}

interface SettingFieldsProps {
  settings: readonly Setting[];
  typed: Readonly<Record<string, string>>;
  /** Those that have a value that is not told. */
  kept: readonly string[];
}

/** The fields of settings, of a form that has them under `settings`. */
export function SettingFields({ settings, typed, kept }: SettingFieldsProps) {
  return settings
    .filter(({ when }) => when === null || typed[when.key] === when.is)
    .map((setting) => (
      <SettingField
        key={setting.key}
        setting={setting}
        value={typed[setting.key] ?? ""}
        isKept={kept.includes(setting.key)}
      />
    ));
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
  if (type === "list") return <AreaField<SettingsForm> name={name} label={said} />;
  if (type === "switch" || type === "choice") {
    const offered = type === "switch" ? SWITCH : choices;
    const others = offered.some((choice) => choice.value === value) ? [] : [{ value, label: value || "Choose one" }];
    return (
      <ChoiceField<SettingsForm> name={name} label={said}>
        {[...others, ...offered].map((choice) => (
          <option key={choice.value} value={choice.value}>
            {choice.label}
          </option>
        ))}
      </ChoiceField>
    );
  }
  return (
    <TextField<SettingsForm>
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

/** Settings as they are typed: those that are kept, or what they are at first. */
export function typedSettings(
  settings: readonly Setting[],
  kept?: Readonly<Record<string, unknown>>,
): Record<string, string> {
  return Object.fromEntries(
    settings.map(({ key, type, start, choices }) => {
      const first = kept === undefined && start === null && type === "choice" ? choices[0]?.value : start;
      return [key, typedFrom(kept?.[key] ?? first)];
    }),
  );
}

function typedFrom(value: unknown): string {
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value)) return value.join("\n");
  return typeof value === "string" || typeof value === "number" ? String(value) : "";
}

/** What is typed, as the settings that it means; a number that is none goes as it is, and is refused with its place. */
export function meantSettings(
  settings: readonly Setting[],
  typed: Readonly<Record<string, string>>,
): Record<string, unknown> {
  return Object.fromEntries(
    settings.map(({ key, type }): [string, unknown] => {
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
