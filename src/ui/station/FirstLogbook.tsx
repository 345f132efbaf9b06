"use client";

import type { FormEvent } from "react";
import { Button } from "../kit/Button";
import { FormParts, FormProblem } from "../kit/form/FormWindow";
import { LogbookFields, useLogbookForm } from "./LogbookForm";

/** What is asked before anything can be logged: the logbook's name, and where one operates from. */
export function FirstLogbook() {
  const form = useLogbookForm("/station?page=first-steps");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    form.submit();
  };
  return (
    <main className="grid min-h-dvh place-items-center p-4">
      <form onSubmit={submit} className="grid w-[min(460px,100%)] gap-5 rounded-lg border border-line bg-panel p-7">
        <div>
          <h1 className="text-title font-semibold">A logbook to begin with</h1>
          <p className="mt-1 text-soft">
            Your call and your grid give the beams, the distances and the zones. All of it can be changed later; the few
            steps after it, as importing your log so far, are shown next.
          </p>
        </div>
        <FormParts form={form}>
          <LogbookFields />
        </FormParts>
        <FormProblem problem={form.problem} />
        <Button type="submit" look="act" disabled={form.form.formState.isSubmitting}>
          Begin
        </Button>
      </form>
    </main>
  );
}
