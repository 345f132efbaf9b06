"use client";

import { useWatch } from "react-hook-form";
import { z } from "zod";
import { BANDS, bandLabel, MODE_GROUPS, MODES } from "@/core/band";
import { RECEIVED_STATES, SENT_STATES } from "@/core/confirm";
import { WEEKDAYS } from "@/core/time/words";
import {
  type Comparison,
  COMPARISONS,
  comparisonsFor,
  type Condition,
  conditionFault,
  FILTER_FIELDS,
  type FilterField,
  filterFieldById,
} from "@/core/view";
import { Button } from "../kit/Button";
import { ChoiceField, FormDay, FormEntity, TextField } from "../kit/form/fields";
import { FormWindow } from "../kit/form/FormWindow";
import { useZodForm } from "../kit/form/useZodForm";

interface ConditionWindowProps {
  /** The condition to be changed, or null for a new one. */
  condition: Condition | null;
  onDone: (condition: Condition) => void;
  onClose: () => void;
}

const conditionForm = z
  .object({
    field: z.string(),
    is: z.enum(Object.keys(COMPARISONS) as [Comparison, ...Comparison[]]),
    value: z.string(),
  })
  .transform((typed, context): Condition => {
    const fault = conditionFault(typed);
    if (fault !== null) context.addIssue({ code: "custom", path: ["value"], message: fault });
    return COMPARISONS[typed.is].takes === "nothing" ? { field: typed.field, is: typed.is } : typed;
  });
type ConditionForm = z.input<typeof conditionForm>;

/** One condition of a filter: a field, a comparison that suits it, and what it is compared with. */
export function ConditionWindow({ condition, onDone, onClose }: ConditionWindowProps) {
  const start: ConditionForm = { field: "band", is: "is", ...condition, value: condition?.value ?? "" };
  const form = useZodForm({
    schema: conditionForm,
    start,
    send: (made) => made,
    onSent: onDone,
  });
  const { control, setValue, clearErrors } = form.form;
  const [id, is] = useWatch({ control, name: ["field", "is"] });
  const field = filterFieldById(id) ?? FILTER_FIELDS[0]!;
  const { takes } = COMPARISONS[is];

  function choose(next: string): string {
    const suits = comparisonsFor(filterFieldById(next)!.kind);
    if (!suits.includes(is)) setValue("is", suits[0]!);
    setValue("value", "");
    clearErrors();
    return next;
  }

  return (
    <FormWindow
      form={form}
      title={condition === null ? "A condition for the filter" : "Change the condition"}
      width={620}
      onClose={onClose}
      buttons={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" look="act">
            {condition === null ? "Add" : "Change"}
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-3 gap-3 max-sm:grid-cols-1">
        <ChoiceField<ConditionForm> name="field" label="Field" autoFocus as={choose}>
          {groupsOf(FILTER_FIELDS).map(([group, fields]) => (
            <optgroup key={group} label={group}>
              {fields.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.label}
                </option>
              ))}
            </optgroup>
          ))}
        </ChoiceField>
        <ChoiceField<ConditionForm> name="is" label="Comparison">
          {comparisonsFor(field.kind).map((one) => (
            <option key={one} value={one}>
              {COMPARISONS[one].words}
            </option>
          ))}
        </ChoiceField>
        {takes !== "nothing" && <ValueField field={field} takes={takes} />}
      </div>
    </FormWindow>
  );
}

function groupsOf(fields: readonly FilterField[]): [string, FilterField[]][] {
  const groups = new Map<string, FilterField[]>();
  for (const field of fields) {
    groups.set(field.group, [...(groups.get(field.group) ?? []), field]);
  }
  return [...groups];
}

function ValueField({ field, takes }: { field: FilterField; takes: "value" | "day" | "days" }) {
  if (takes === "day") return <FormDay<ConditionForm> name="value" label="Day, UTC" />;
  if (takes === "days") return <TextField<ConditionForm> name="value" label="Days" mono inputMode="numeric" />;
  if (field.kind === "entity") return <FormEntity<ConditionForm> name="value" />;
  const choices = choicesOf(field);
  if (choices === null) return <TextField<ConditionForm> name="value" label="Value" mono />;
  return (
    <ChoiceField<ConditionForm> name="value" label="Value">
      <option value="">Choose</option>
      {choices.map(([name, label]) => (
        <option key={name} value={name}>
          {label}
        </option>
      ))}
    </ChoiceField>
  );
}

/** What a field can be, where that is a short list. */
function choicesOf({ kind }: FilterField): (readonly [string, string])[] | null {
  const same = (values: readonly string[]) => values.map((value) => [value, value] as const);
  switch (kind) {
    case "band":
      return BANDS.map(({ name }) => [name, bandLabel(name)] as const);
    case "mode":
      return same(MODES.map(({ name }) => name));
    case "modeGroup":
      return same(MODE_GROUPS);
    case "weekday":
      return same(WEEKDAYS);
    case "sent":
      return same(SENT_STATES);
    case "received":
      return same(RECEIVED_STATES);
    default:
      return null;
  }
}
