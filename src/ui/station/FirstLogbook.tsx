"use client";

import type { FormEvent } from "react";
import { Button } from "../kit/Button";
import { LogbookFields, useLogbookForm } from "./LogbookForm";

/** What is asked before anything can be logged: the logbook's name, and where one operates from. */
export function FirstLogbook() {
  const state = useLogbookForm();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    state.create.mutate();
  };
  return (
    <main className="grid min-h-dvh place-items-center p-4">
      <form onSubmit={submit} className="grid w-[min(460px,100%)] gap-5 rounded-lg border border-line bg-panel p-7">
        <div>
          <h1 className="text-title font-semibold">A logbook to begin with</h1>
          <p className="mt-1 text-soft">
            Your call and your grid give the beams, the distances and the zones. All of it can be changed later, and
            contacts can be imported as soon as this is done.
          </p>
        </div>
        <LogbookFields {...state} />
        <Button type="submit" look="act" disabled={state.create.isPending}>
          Begin
        </Button>
      </form>
    </main>
  );
}
