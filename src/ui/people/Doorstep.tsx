"use client";

import type { FormEvent, ReactNode } from "react";
import type { FieldValues } from "react-hook-form";
import { Button } from "../kit/Button";
import { FormParts, FormProblem } from "../kit/form/FormWindow";
import type { ZodForm } from "../kit/form/useZodForm";

const BOX = "grid w-[min(460px,100%)] gap-5 rounded-lg border border-line bg-panel p-7";

interface DoorstepProps {
  title: string;
  about: ReactNode;
  children?: ReactNode;
}

/** What stands alone on a page before one is let in. */
export function Doorstep(props: DoorstepProps) {
  return (
    <main className="grid min-h-dvh place-items-center p-4">
      <div className={BOX}>
        <Inside {...props} />
      </div>
    </main>
  );
}

/** The same, with a form that lets one in. */
export function DoorstepForm<In extends FieldValues, Out>({
  form,
  act,
  children,
  ...rest
}: DoorstepProps & { form: ZodForm<In, Out>; act: string }) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    form.submit();
  };
  return (
    <main className="grid min-h-dvh place-items-center p-4">
      <form data-window onSubmit={submit} className={BOX}>
        <Inside {...rest}>
          <FormParts form={form}>{children}</FormParts>
          <FormProblem problem={form.problem} />
          <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
            {act}
          </Button>
        </Inside>
      </form>
    </main>
  );
}

function Inside({ title, about, children }: DoorstepProps) {
  return (
    <>
      <div>
        <h1 className="text-title font-semibold">{title}</h1>
        <div className="mt-1 text-soft">{about}</div>
      </div>
      {children}
    </>
  );
}
