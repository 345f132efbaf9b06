"use client";

import { RadioGroup, Radio, Label, Description } from "@headlessui/react";
import { useEffect, useRef } from "react";
import { FormProvider, useController, useWatch } from "react-hook-form";
import { z } from "zod";
import type { Rules } from "@/core/contest";
import {
  NOISES,
  PRACTICE_TASKS,
  practiceRules,
  type PracticeSettings,
  practiceSettingsSchema,
  practiceTask,
  STRENGTHS,
} from "@/core/practice";
import { Button } from "../kit/Button";
import { ChoiceField, TextField } from "../kit/form/fields";
import { useZodForm } from "../kit/form/useZodForm";
import { Key } from "../kit/Key";

const whole = (text: string) => (/^\s*\d+\s*$/.test(text) ? Number(text) : NaN);
/** What is typed, and what it means. */
const formSchema = z
  .object({
    task: practiceSettingsSchema.shape.task,
    contest: z.string(),
    speed: z.string().transform(whole).pipe(practiceSettingsSchema.shape.speed),
    strength: practiceSettingsSchema.shape.strength,
    noise: practiceSettingsSchema.shape.noise,
    stations: z.string().transform(whole).pipe(practiceSettingsSchema.shape.stations),
    minutes: z.string().transform(whole).pipe(practiceSettingsSchema.shape.minutes),
  })
  .superRefine(({ task, stations }, context) => {
    const { label, most } = practiceTask(task);
    if (stations > most)
      context.addIssue({
        code: "custom",
        path: ["stations"],
        message: `${label}: at most ${most} ${most === 1 ? "station" : "stations"}`,
      });
  });
type Form = z.input<typeof formSchema>;

const NONE = "";
const KEPT_AS = "practice-settings";

/** What was practised last, here; what a newcomer begins with where nothing was. */
function keptForm(contest: string | null, contests: readonly Rules[]): Form {
  const tagOf = (tag: string | null) => contests.find((rules) => rules.tag === tag)?.tag ?? NONE;
  const start: Form = {
    task: "patient",
    contest: tagOf(contest),
    speed: "16",
    strength: "strong",
    noise: "quiet",
    stations: "1",
    minutes: "5",
  };
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEPT_AS) ?? "null");
    if (formSchema.safeParse(kept).success) {
      const form = kept as Form;
      return { ...form, contest: tagOf(contest ?? form.contest) };
    }
  } catch {
    // What cannot be read is as if nothing was kept.
  }
  return start;
}

interface SetupProps {
  /** The tag of the contest that one comes from; null where from none. */
  contest: string | null;
  /** Those that can be practised. */
  contests: readonly Rules[];
  onStart: (settings: PracticeSettings) => void;
}

/** What to try, and how hard it is. */
export function PracticeSetup({ contest, contests, onStart }: SetupProps) {
  const { form, submit, problem } = useZodForm({
    schema: formSchema,
    start: keptForm(contest, contests),
    send({ contest: tag, ...typed }) {
      localStorage.setItem(KEPT_AS, JSON.stringify(form.getValues()));
      return { ...typed, contest: tag === NONE ? null : tag, seed: crypto.getRandomValues(new Uint32Array(1))[0]! };
    },
    onSent: onStart,
  });
  const box = useRef<HTMLFormElement>(null);
  // Enter begins at once, and the arrows choose something else.
  useEffect(() => box.current?.querySelector<HTMLElement>("[role=radio][aria-checked=true]")?.focus(), []);
  return (
    <FormProvider {...form}>
      <form
        ref={box}
        aria-label="What to practise"
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
        className="grid content-start gap-4 border-b border-line bg-panel p-4"
      >
        <Tasks />
        <div className="grid max-w-[1000px] grid-cols-[minmax(0,2fr)_repeat(5,minmax(0,1fr))] gap-3 max-lg:grid-cols-2">
          <ChoiceField<Form> name="contest" label="Rules">
            <option value={NONE}>{practiceRules(null).name}</option>
            {contests.map(({ tag, name }) => (
              <option key={tag} value={tag}>
                {name}
              </option>
            ))}
          </ChoiceField>
          <TextField<Form> name="speed" label="Words a minute" mono inputMode="numeric" />
          <ChoiceField<Form> name="strength" label="Signals">
            {Object.entries(STRENGTHS).map(([id, { label }]) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </ChoiceField>
          <ChoiceField<Form> name="noise" label="Noise">
            {Object.entries(NOISES).map(([id, { label }]) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </ChoiceField>
          <TextField<Form> name="stations" label="Stations at once" mono inputMode="numeric" />
          <TextField<Form> name="minutes" label="Minutes" mono inputMode="numeric" />
        </div>
        {problem !== undefined && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
        <p className="flex items-center gap-3">
          <Button look="act" type="submit">
            Begin <Key>Enter</Key>
          </Button>
          <span className="text-soft">
            Everybody on this air is made up. It is heard here and nowhere else; log, outbox and awards know nothing of
            it.
          </span>
        </p>
      </form>
    </FormProvider>
  );
}

function Tasks() {
  const { field } = useController<Form, "task">({ name: "task" });
  const stations = useController<Form, "stations">({ name: "stations" });
  const now = useWatch<Form, "stations">({ name: "stations" });
  function choose(id: Form["task"]) {
    field.onChange(id);
    const { most, usual } = practiceTask(id);
    // As many as it makes sense to have, unless something else was chosen that fits.
    if (whole(now) > most || whole(now) === 1) stations.field.onChange(String(usual));
  }
  return (
    <RadioGroup
      value={field.value}
      onChange={choose}
      aria-label="What to try"
      className="grid max-w-[1240px] grid-cols-4 gap-2 max-lg:grid-cols-2"
    >
      {PRACTICE_TASKS.map(({ id, label, about }) => (
        <Radio
          key={id}
          value={id}
          className="grid cursor-pointer content-start gap-1 rounded-field border border-line bg-raised px-3 py-2 hover:border-signal data-checked:border-signal data-checked:bg-signal-wash"
        >
          <Label className="cursor-pointer font-semibold">{label}</Label>
          <Description className="text-soft">{about}</Description>
        </Radio>
      ))}
    </RadioGroup>
  );
}
