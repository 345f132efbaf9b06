"use client";

import { useState } from "react";
import { BANDS, bandLabel, MODE_GROUPS, MODES } from "@/core/band";
import { RECEIVED_STATES, SENT_STATES } from "@/core/confirm";
import { entityByCode } from "@/core/entity";
import {
  columnById,
  COMPARISONS,
  comparisonsFor,
  type Condition,
  conditionFault,
  FILTER_FIELDS,
  type FilterField,
  filterFieldById,
} from "@/core/view";
import { Button } from "../kit/Button";
import { Choice } from "../kit/Choice";
import { EntityField } from "../kit/EntityField";
import { DayField } from "../kit/DayField";
import { Field } from "../kit/Field";
import { Window } from "../kit/Window";

interface ConditionWindowProps {
  /** The condition to be changed, or null for a new one. */
  condition: Condition | null;
  onDone: (condition: Condition) => void;
  onClose: () => void;
}

/** One condition of a filter: a field, a comparison that suits it, and what it is compared with. */
export function ConditionWindow({ condition, onDone, onClose }: ConditionWindowProps) {
  const [draft, setDraft] = useState<Condition>(condition ?? { field: "band", is: "is", value: "" });
  const [tried, setTried] = useState(false);
  const field = filterFieldById(draft.field) ?? FILTER_FIELDS[0]!;
  const fault = conditionFault(draft);
  const takes = COMPARISONS[draft.is].takes;

  function choose(id: string) {
    const next = filterFieldById(id)!;
    const suits = comparisonsFor(next.kind);
    setDraft({ field: id, is: suits.includes(draft.is) ? draft.is : suits[0]!, value: "" });
  }

  return (
    <Window
      title={condition === null ? "A condition for the filter" : "Change the condition"}
      width={620}
      onClose={onClose}
      onSubmit={() =>
        fault === null ? onDone(takes === "nothing" ? { ...draft, value: undefined } : draft) : setTried(true)
      }
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
        <Choice label="Field" autoFocus value={draft.field} onChange={({ target }) => choose(target.value)}>
          {groupsOf(FILTER_FIELDS).map(([group, fields]) => (
            <optgroup key={group} label={group}>
              {fields.map(({ id, label }) => (
                <option key={id} value={id}>
                  {label}
                </option>
              ))}
            </optgroup>
          ))}
        </Choice>
        <Choice
          label="Comparison"
          value={draft.is}
          onChange={({ target }) => setDraft({ ...draft, is: target.value as Condition["is"] })}
        >
          {comparisonsFor(field.kind).map((is) => (
            <option key={is} value={is}>
              {COMPARISONS[is].words}
            </option>
          ))}
        </Choice>
        {takes !== "nothing" && (
          <ValueField
            field={field}
            takes={takes}
            value={draft.value ?? ""}
            fault={tried && fault !== null ? fault : undefined}
            onChange={(value) => setDraft({ ...draft, value })}
          />
        )}
      </div>
    </Window>
  );
}

function groupsOf(fields: readonly FilterField[]): [string, FilterField[]][] {
  const groups = new Map<string, FilterField[]>();
  for (const field of fields) {
    const group = columnById(field.id)?.group ?? "The whole log";
    groups.set(group, [...(groups.get(group) ?? []), field]);
  }
  return [...groups];
}

interface ValueFieldProps {
  field: FilterField;
  takes: "value" | "day" | "days";
  value: string;
  fault: string | undefined;
  onChange: (value: string) => void;
}

function ValueField({ field, takes, value, fault, onChange }: ValueFieldProps) {
  if (takes === "value" && field.kind === "entity") {
    return (
      <EntityField
        entity={entityByCode(Number(value || NaN)) ?? null}
        fault={fault}
        onChange={(entity) => onChange(String(entity?.code ?? ""))}
      />
    );
  }
  const choices = takes === "value" ? choicesOf(field) : null;
  if (choices !== null) {
    return (
      <Choice
        label="Value"
        value={value}
        aria-invalid={fault !== undefined}
        onChange={({ target }) => onChange(target.value)}
      >
        <option value="">Choose</option>
        {choices.map(([name, label]) => (
          <option key={name} value={name}>
            {label}
          </option>
        ))}
      </Choice>
    );
  }
  if (takes === "day") return <DayField label="Day, UTC" value={value} fault={fault} onChange={onChange} />;
  return (
    <Field
      label={takes === "days" ? "Days" : "Value"}
      mono
      value={value}
      fault={fault}
      onChange={({ target }) => onChange(target.value)}
    />
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
    case "sent":
      return same(SENT_STATES);
    case "received":
      return same(RECEIVED_STATES);
    default:
      return null;
  }
}
