"use client";

import { type ComponentProps, useId } from "react";
import { type FieldPath, type FieldValues, get, useController, useFormState } from "react-hook-form";
import { entityByCode } from "@/core/entity";
import { Choice } from "../Choice";
import { DayField } from "../DayField";
import { EntityField } from "../EntityField";
import { FaultText } from "../FaultText";
import { Field } from "../Field";

type Named<Form extends FieldValues, Props> = Omit<
  Props,
  "name" | "value" | "onChange" | "onBlur" | "ref" | "fault"
> & {
  /** The field's path in the form. */
  name: FieldPath<Form>;
};

/** A field of the form around it, with what is wrong in it. */
function useField<Form extends FieldValues>(name: FieldPath<Form>) {
  const { field, fieldState } = useController<Form>({ name });
  return { ...field, value: (field.value ?? "") as string, fault: messageIn(fieldState.error) };
}

/** What is wrong in a field, or in the first of the parts that its text is made of. */
function messageIn(error: unknown): string | undefined {
  if (typeof error !== "object" || error === null) return undefined;
  return ownMessage(error) ?? Object.values(error).map(messageIn).find(Boolean);
}

function ownMessage(error: object): string | undefined {
  return "message" in error && typeof error.message === "string" ? error.message : undefined;
}

/** What is wrong with several fields together, which have a path in common. */
export function FieldsFault<Form extends FieldValues>({ name }: { name: FieldPath<Form> }) {
  const { errors } = useFormState<Form>({ name });
  const error: unknown = get(errors, name);
  const fault = typeof error === "object" && error !== null ? ownMessage(error) : undefined;
  return fault === undefined ? null : (
    <p role="alert" className="col-span-full text-stop">
      {fault}
    </p>
  );
}

/** A text; with `upper`, in capitals as it is typed. */
export function TextField<Form extends FieldValues>({
  name,
  upper = false,
  ...rest
}: Named<Form, ComponentProps<typeof Field>> & { upper?: boolean }) {
  const { onChange, ...field } = useField<Form>(name);
  return (
    <Field
      {...rest}
      {...field}
      onChange={({ target }) => onChange(upper ? target.value.toUpperCase() : target.value)}
    />
  );
}

/** A text of many lines. */
export function AreaField<Form extends FieldValues>({
  name,
  label,
  rows = 3,
}: {
  name: FieldPath<Form>;
  label: string;
  rows?: number;
}) {
  const id = useId();
  const { fault, ...field } = useField<Form>(name);
  return (
    <div className="relative grid content-start gap-[3px]">
      <label htmlFor={id} className="text-tiny text-soft">
        {label}
      </label>
      <textarea
        id={id}
        rows={rows}
        className="field h-auto py-1.5"
        aria-invalid={fault !== undefined}
        aria-describedby={fault === undefined ? undefined : `${id}-fault`}
        {...field}
      />
      <FaultText id={`${id}-fault`} fault={fault} />
    </div>
  );
}

/** One of a list; `as` says what the chosen text is in the form. */
export function ChoiceField<Form extends FieldValues>({
  name,
  as = (chosen) => chosen,
  ...rest
}: Named<Form, ComponentProps<typeof Choice>> & { as?: (chosen: string) => unknown }) {
  const { onChange, ...field } = useField<Form>(name);
  return <Choice {...rest} {...field} onChange={({ target }) => onChange(as(target.value))} />;
}

/** A day in UTC, typed or picked. */
export function FormDay<Form extends FieldValues>({ name, label }: { name: FieldPath<Form>; label: string }) {
  const { value, onChange, fault } = useField<Form>(name);
  return <DayField label={label} value={value} onChange={onChange} fault={fault} />;
}

/** An entity, in the form by its code as text, "" for none. */
export function FormEntity<Form extends FieldValues>({ name, label }: { name: FieldPath<Form>; label?: string }) {
  const { value, onChange, fault } = useField<Form>(name);
  return (
    <EntityField
      {...(label === undefined ? {} : { label })}
      entity={entityByCode(Number(value || NaN)) ?? null}
      fault={fault}
      onChange={(entity) => onChange(String(entity?.code ?? ""))}
    />
  );
}
