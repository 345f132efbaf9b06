"use client";

import type { ComponentProps, ReactNode } from "react";
import { type FieldValues, FormProvider } from "react-hook-form";
import { Window } from "../Window";
import type { ZodForm } from "./useZodForm";

interface FormWindowProps<In extends FieldValues, Out> extends Omit<ComponentProps<typeof Window>, "onSubmit"> {
  form: ZodForm<In, Out>;
}

/** A window with a form: Enter sends it, and what is wrong with the whole stands below its fields. */
export function FormWindow<In extends FieldValues, Out>({ form, children, ...window }: FormWindowProps<In, Out>) {
  return (
    <FormParts form={form}>
      <Window {...window} onSubmit={form.submit}>
        {children}
        <FormProblem problem={form.problem} />
      </Window>
    </FormParts>
  );
}

/** Gives the fields inside the form that they belong to. */
export function FormParts<In extends FieldValues, Out>({
  form,
  children,
}: {
  form: ZodForm<In, Out>;
  children: ReactNode;
}) {
  return <FormProvider {...form.form}>{children}</FormProvider>;
}

/** What is wrong with the whole of a form. */
export function FormProblem({ problem }: { problem: string | undefined }) {
  return problem === undefined ? null : (
    <p role="alert" className="text-stop">
      {problem}
    </p>
  );
}
