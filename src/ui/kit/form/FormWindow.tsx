"use client";

import type { ComponentProps, ReactNode } from "react";
import { type FieldValues, FormProvider } from "react-hook-form";
import { Button } from "../Button";
import { Window } from "../Window";
import type { ZodForm } from "./useZodForm";

interface FormWindowProps<In extends FieldValues, Out> extends Omit<
  ComponentProps<typeof Window>,
  "onSubmit" | "buttons"
> {
  form: ZodForm<In, Out>;
  /** What the button does that sends it, beside one that closes the window. */
  act?: string;
  /** Other buttons than these two. */
  buttons?: ReactNode;
}

/** A window with a form: Enter sends it, and what is wrong with the whole stands below its fields. */
export function FormWindow<In extends FieldValues, Out>({
  form,
  act,
  buttons,
  children,
  ...window
}: FormWindowProps<In, Out>) {
  const usual = (
    <>
      <Button onClick={window.onClose}>Close</Button>
      <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
        {act}
      </Button>
    </>
  );
  return (
    <FormParts form={form}>
      <Window {...window} buttons={buttons ?? usual} onSubmit={form.submit}>
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
