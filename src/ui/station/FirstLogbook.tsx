"use client";

import { DoorstepForm } from "../people/Doorstep";
import { LogbookFields, useLogbookForm } from "./LogbookForm";

/** What is asked before anything can be logged: the logbook's name, and where one operates from. */
export function FirstLogbook() {
  const form = useLogbookForm("/station?page=first-steps");
  return (
    <DoorstepForm
      title="A logbook to begin with"
      about="Your call and your grid give the beams, the distances and the zones. All of it can be changed later; the few steps after it, as importing your log so far, are shown next."
      form={form}
      act="Begin"
    >
      <LogbookFields />
    </DoorstepForm>
  );
}
